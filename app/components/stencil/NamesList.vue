<script setup lang="ts">
import { v7 } from 'uuid'
import { readNames } from '#core/art/drawing'
import { artFigures } from '#core/art/art-report'
import { asWritten } from '#shared/written'
import { artworkSchema } from '#shared/artworks'
import type { Artwork, ArtworkForm } from '#shared/artworks'
import type { LookResult } from '~/workers/stencil'

/** A list of names, one stencil each, all set as this one is. Names that are kept stay kept when a later one fails. */
const props = defineProps<{ form: ArtworkForm }>()
const studio = useStudioStore()
const unit = useLengthUnit()
const worker = useStencilWorker()
const at = ref<{ done: number, all: number } | null>(null)
const problem = ref('')
const MOST = 200_000

async function load(event: Event) {
  const input = event.target as HTMLInputElement
  const file = input.files?.[0]
  input.value = ''
  if (!file) return
  problem.value = ''
  let done = 0
  try {
    if (file.size > MOST) throw new Error(`"${file.name}" is too large for a list of names. Save only the names as CSV.`)
    const names = readNames(await file.text())
    const schema = artworkSchema(unit.value)
    for (const text of names) {
      at.value = { done, all: names.length }
      const form: ArtworkForm = {
        ...structuredClone(toRaw(props.form)),
        name: text.replace(/\n/g, ' ').slice(0, 60).padEnd(2, '.'),
        source: { ...(props.form.source as Extract<ArtworkForm['source'], { kind: 'letters' }>), text },
      }
      const read = schema.safeParse(form)
      if (!read.success) throw new Error(read.error.issues[0]!.message)
      const look = await worker.ask<LookResult>(lookTask(read.data)).catch((e: Error) => {
        throw new Error(`"${text.split('\n')[0]}": ${e.message}`)
      })
      await api<Artwork>('artworks', 'POST', { id: v7(), artwork: asWritten(schema, form), figures: artFigures(look.open, look.report) })
      done++
    }
    await studio.loadArtworks()
    await navigateTo('/stencils')
  }
  catch (error) {
    problem.value = `${(error as Error).message}${done ? ` The ${done} before it are kept.` : ''}`
  }
  finally {
    at.value = null
  }
}
</script>

<template>
  <div>
    <label class="button">A stencil for each name of a list
      (CSV)<input class="visually-hidden" type="file" accept=".csv,text/csv,text/plain" @change="load"></label>
    <p v-if="at" role="status">Stencil {{ at.done + 1 }} of {{ at.all }}.</p>
    <p v-if="problem" class="problem" role="alert">{{ problem }}</p>
  </div>
</template>

<style scoped>
div { display: grid; gap: 0.4rem; justify-items: start; }
.button { cursor: pointer; white-space: normal; }
.button:focus-within { outline: 3px solid var(--glass); outline-offset: 2px; }
</style>
