<script setup lang="ts">
import { z } from 'zod'
import { writtenField } from '#shared/fields'
import Button from 'primevue/button'
import { formatMass, parseMass } from '#core/basics/units'

/** Bicarbonate into the rinse tub until nothing fizzes; only then may it be emptied. */
const props = defineProps<{ suggested: number, added: number, /** Metal: it foams rather than fizzes. */ foams?: boolean }>()
const emit = defineEmits<{ add: [grams: number], still: [] }>()
const form = reactive({ grams: `${Math.round(props.suggested)} g` })
const schema = z.object({ grams: writtenField(parseMass, g => (g <= 0 ? 'Write how much went in.' : null)) })
const { errors, submit } = useEntry(
  () => schema,
  () => form,
)
const add = () => submit(async ({ grams }) => emit('add', grams))
</script>

<template>
  <form novalidate @submit.prevent="add">
    <p class="so-far">Put in so far: <span class="numeral">{{ formatMass(added) }}</span></p>
    <div class="row">
      <TextField v-model="form.grams" label="Bicarbonate put in" hint="A tablespoon is about 15 g" :error="errors.grams" />
      <Button
        type="submit"
        :label="added > 0 ? (foams ? 'Still foams: put in more' : 'Still fizzes: put in more') : 'Put in'"
        :severity="added > 0 ? 'secondary' : undefined"
      />
    </div>
    <MainControl :disabled="added === 0" :label="foams ? 'Nothing foams any more' : 'Nothing fizzes any more'" @press="emit('still')" />
  </form>
</template>

<style scoped>
form { display: grid; gap: 1.2rem; max-width: 34rem; }
.row { display: flex; flex-wrap: wrap; gap: 1rem; align-items: center; }
.so-far .numeral { font-size: 1.8rem; }
</style>
