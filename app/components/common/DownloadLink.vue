<script setup lang="ts">
/** A link to a file that only a password opens: it is asked for before the browser begins the download, which could ask for nothing. */
defineOptions({ inheritAttrs: false })
const props = defineProps<{ path: string }>()
const problem = ref('')
async function download() {
  problem.value = ''
  try {
    await api('session/password')
  }
  catch (error) {
    if (!(error instanceof ApiError)) throw error
    if (error.status !== 403) problem.value = error.message
    return
  }
  const link = Object.assign(document.createElement('a'), { href: `/api/${props.path}`, download: '' })
  link.click()
}
</script>

<template>
  <span>
    <a :href="`/api/${path}`" download v-bind="$attrs" @click.prevent="download"><slot /></a>
    <span v-if="problem" class="problem" role="alert">{{ problem }}</span>
  </span>
</template>
