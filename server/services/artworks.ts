import type { ArtFigures } from '#core/art/art-report'
import { artworkSchema } from '#shared/artworks'
import type { ArtSource, Artwork, ArtworkEntry, ArtworkForm } from '#shared/artworks'
import { fieldErrors } from '#shared/fields'
import { idSchema } from '#shared/ids'
import { asWritten } from '#shared/written'
import { inTransaction } from '../db/pool'
import type { Db } from '../db/pool'
import * as artworks from '../db/queries/artworks'
import * as faces from '../db/queries/faces'
import { facesOf } from './art-check'
import type { UploadCheck, ArtTask } from './art-check'
import type { Context } from './context'
import { notify } from './context'
import { editedMeanwhile, notFound, Refusal } from './refusal'
import { studioOf } from './studio'

const AS_DRAWN = { polarity: 'shape', margin: 0, through: false } as const

/** Files of the studio's own faces that a source names; those that ship are known to whoever looks at it. */
async function ownFaces(db: Db, source: ArtSource): Promise<ArtTask['faces']> {
  const files = facesOf(source)
    .filter(id => idSchema.safeParse(id).success)
    .map(async id => [id, await faces.faceFile(db, id)] as const)
  return Object.fromEntries((await Promise.all(files)).flatMap(([id, file]) => (file ? [[id, [new Uint8Array(file)]]] : [])))
}

async function readArtwork(
  db: Db,
  body: unknown,
  figures: ArtFigures,
  check: UploadCheck,
): Promise<{ entry: ArtworkEntry, form: ArtworkForm }> {
  const { rules } = await studioOf(db)
  const schema = artworkSchema(rules.lengthUnit)
  const parsed = schema.safeParse(body)
  if (!parsed.success) throw new Refusal(400, 'Some entries need another look. Nothing was lost.', fieldErrors(parsed.error))
  const { source, width, capital, polarity, margin, through, fixes } = parsed.data
  const held = async (field: string, task: Omit<ArtTask, 'found' | 'faces'>) => {
    const refusal = await check({ ...task, found: figures, faces: await ownFaces(db, task.source) })
    if (refusal !== null) throw new Refusal(400, 'Some entries need another look. Nothing was lost.', { [field]: refusal })
  }
  if (source.kind === 'parts') {
    // A drawing that can't be read is named by itself.
    for (const [i, { what }] of source.parts.entries()) {
      if (what.kind !== 'drawing') continue
      const size = { width: what.width, capital: null }
      await held(`source.parts.${i}.what.text`, { source: { ...what, kind: 'svg' }, size, design: AS_DRAWN, fixed: true })
    }
  }
  const design = { polarity, margin, through }
  await held(source.kind === 'parts' ? 'source.parts' : 'source.text', {
    source,
    size: { width, capital },
    design,
    fixed: fixes.length > 0,
  })
  return { entry: parsed.data, form: asWritten(schema, body) as ArtworkForm }
}

export async function oneArtwork(db: Db, id: string): Promise<Artwork> {
  const found = await artworks.artworkById(db, id)
  if (!found) throw notFound('stencil')
  return found
}

/** @param id made by the client: sent twice, stored once @param check looks at a drawing, outside any transaction */
export async function addArtwork(context: Context, id: string, body: unknown, figures: ArtFigures, check: UploadCheck): Promise<Artwork> {
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
  check: UploadCheck,
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
