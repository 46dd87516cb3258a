import type { ArtFigures } from '#core/art/art-report'
import { artworkSchema } from '#shared/artworks'
import type { Artwork, ArtworkEntry, ArtworkForm } from '#shared/artworks'
import { fieldErrors } from '#shared/fields'
import { asWritten } from '#shared/written'
import { inTransaction } from '../db/pool'
import type { Db } from '../db/pool'
import * as artworks from '../db/queries/artworks'
import type { ArtCheck } from './art-check'
import type { Context } from './context'
import { notify } from './context'
import { editedMeanwhile, notFound, Refusal } from './refusal'
import { studioOf } from './studio'

async function readArtwork(
  db: Db,
  body: unknown,
  figures: ArtFigures,
  check: ArtCheck,
): Promise<{ entry: ArtworkEntry, form: ArtworkForm }> {
  const { rules } = await studioOf(db)
  const schema = artworkSchema(rules.lengthUnit)
  const parsed = schema.safeParse(body)
  if (!parsed.success) throw new Refusal(400, 'Some entries need another look. Nothing was lost.', fieldErrors(parsed.error))
  const { source, width, polarity, margin, through, fixes } = parsed.data
  if (source.kind === 'svg') {
    const refusal = await check({
      text: source.text,
      width,
      design: { polarity, margin, through },
      fixed: fixes.length > 0,
      found: figures,
    })
    if (refusal !== null) throw new Refusal(400, 'Some entries need another look. Nothing was lost.', { 'source.text': refusal })
  }
  if (source.kind === 'parts') {
    for (const [i, { what }] of source.parts.entries()) {
      if (what.kind !== 'drawing') continue
      // What is composed of it is worked out where it is looked at; here it has to be a drawing that can be read.
      const design = { polarity: 'shape' as const, margin: 0, through: false }
      const refusal = await check({ text: what.text, width: what.width, design, fixed: true, found: figures })
      if (refusal !== null)
        throw new Refusal(400, 'Some entries need another look. Nothing was lost.', { [`source.parts.${i}.what.text`]: refusal })
    }
  }
  return { entry: parsed.data, form: asWritten(schema, body) as ArtworkForm }
}

export async function oneArtwork(db: Db, id: string): Promise<Artwork> {
  const found = await artworks.artworkById(db, id)
  if (!found) throw notFound('stencil')
  return found
}

/** @param id made by the client: sent twice, stored once @param check looks at a drawing, outside any transaction */
export async function addArtwork(context: Context, id: string, body: unknown, figures: ArtFigures, check: ArtCheck): Promise<Artwork> {
  const { entry, form } = await readArtwork(context.pool, body, figures, check)
  return inTransaction(context.pool, async (db) => {
    if (await artworks.insertArtwork(db, id, entry.name, form, figures, context.by, context.now())) await notify(db, { topic: 'shelf' })
    return oneArtwork(db, id)
  })
}

export async function changeArtwork(
  context: Context,
  id: string,
  body: unknown,
  figures: ArtFigures,
  version: number,
  putAway: boolean,
  check: ArtCheck,
): Promise<Artwork> {
  const { entry, form } = await readArtwork(context.pool, body, figures, check)
  return inTransaction(context.pool, async (db) => {
    const before = await artworks.artworkById(db, id, true)
    if (!before) throw notFound('stencil')
    if (before.version !== version) throw editedMeanwhile()
    await artworks.updateArtwork(db, id, entry.name, form, figures, putAway)
    await notify(db, { topic: 'shelf' })
    return oneArtwork(db, id)
  })
}
