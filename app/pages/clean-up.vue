<script setup lang="ts">
import Button from 'primevue/button'
import { formatVolume } from '#core/basics/units'

/** What the etching leaves behind: tubs with water in them, containers with waste, and the end of the day. */
const store = useTubsStore()
const houseTime = useHouseTime()
const problem = ref('')
onMounted(() => store.load().catch((e: Error) => (problem.value = e.message)))
const filling = ref(false)
const setting = ref(false)
</script>

<template>
  <div class="page">
    <header class="page-head">
      <div>
        <h1>Clean-up</h1>
        <p class="muted">Tubs, waste, and the end of the day. <NuxtLink to="/waste-rules">What local rules say</NuxtLink></p>
      </div>
      <NuxtLink class="button strong" to="/close">Close the day</NuxtLink>
    </header>
    <p v-if="problem" class="problem" role="alert">{{ problem }}</p>
    <div class="two">
      <section aria-label="Tubs">
        <header>
          <h2>Tubs</h2>
          <Button severity="secondary" label="Fill a tub" @click="filling = true" />
        </header>
        <p v-if="store.tubs && store.open.length === 0" class="muted">
          No tub is filled. Fill one and Crest keeps track of what went in, what it needs, and when it is neutral.
        </p>
        <ul class="tubs">
          <li v-for="t in store.open" :key="t.id"><TubCard :tub="t" :state="store.stateOf(t)" /></li>
        </ul>
        <details v-if="store.emptied.length">
          <summary>Emptied last</summary>
          <ul class="old">
            <li v-for="t in store.emptied" :key="t.id">
              <NuxtLink :to="`/tub/${t.id}`">{{ t.name }}</NuxtLink>, {{ formatVolume(t.volume) }},
              {{ houseTime.format(t.emptiedAt!, 'd MMM HH:mm') }}
            </li>
          </ul>
        </details>
      </section>
      <section aria-label="Waste containers">
        <header>
          <h2>Waste containers</h2>
          <Button severity="secondary" label="Set up a container" @click="setting = true" />
        </header>
        <p v-if="store.containers && store.inStudio.length === 0" class="muted">
          None yet. Without one, there is nowhere for a tub's water to go.
        </p>
        <ul class="containers">
          <li v-for="c in store.inStudio" :key="c.id"><ContainerCard :container="c" /></li>
        </ul>
        <NeverNear />
      </section>
    </div>
    <Sheet v-if="filling" title="A fresh tub" @close="filling = false">
      <FillTub @filled="navigateTo(`/tub/${$event}`)" @close="filling = false" />
    </Sheet>
    <Sheet v-if="setting" title="A waste container" @close="setting = false">
      <ContainerForm @close="setting = false" />
    </Sheet>
  </div>
</template>

<style scoped>
.two { display: grid; grid-template-columns: minmax(0, 1fr) minmax(0, 1fr); gap: 0 3rem; }
@media (max-width: 60rem) { .two { grid-template-columns: minmax(0, 1fr); } }
section { margin-bottom: 2.4rem; }
section > header {
  display: flex;
  flex-wrap: wrap;
  gap: 0.8rem;
  justify-content: space-between;
  align-items: baseline;
  margin-bottom: 0.8rem;
}
.tubs, .containers {
  list-style: none;
  padding: 0;
  display: grid;
  grid-template-columns: repeat(auto-fill, minmax(min(19rem, 100%), 1fr));
  gap: 1.5rem 2.5rem;
}
.old { list-style: none; padding: 0; }
details { margin-top: 0.8rem; }
</style>
