<script setup lang="ts">
import { ref } from 'vue'
import type { Sheet } from '@lamina/core/records'
import { sheetExtent } from '@lamina/core/library'
import { sheetItems } from '@lamina/core/sheets'
import { paintSvg } from '@lamina/core/display'
import { pensOf } from '@lamina/core/derive'
import { api } from '../api'
import { keepFile, safeName } from '../keepFile'
import { letteringCss, readAhead } from '../lettering'
import { useProject } from '../store/project'
import { useSay } from '../store/say'
import DrawerEntry from './DrawerEntry.vue'

const props = defineProps<{ sheet: Sheet | null; pdf: string; svg: string }>()
const store = useProject()
const say = useSay()
const working = ref<AbortController | null>(null)
// Read ahead, so that a picture can be taken without the server too; what fails is said when it is asked for.
readAhead()

async function plot(sheets?: string[]): Promise<void> {
  if (store.state === 'parted') {
    say.warn('This project is not on the server as it is here, so it cannot be plotted.')
    return
  }
  if (store.state === 'offline') {
    say.warn(
      store.heldBy
        ? `${store.heldBy} What was drawn since is kept on this computer, and is not on the plot before it is stored.`
        : 'The server that plots is not connected. Everything is kept on this computer; try again when it is back.',
    )
    return
  }
  const cancel = new AbortController()
  working.value = cancel
  try {
    await store.allSaved(cancel.signal)
    const response = await fetch(api.pdfAddress(store.id!, sheets, store.moment?.seq ?? null), {
      signal: cancel.signal,
    })
    if (!response.ok) {
      const refusal = (await response.json().catch(() => null)) as { message?: string } | null
      say.warn(refusal?.message ?? 'The plot did not succeed. Please try again.')
      return
    }
    const name =
      sheets && props.sheet ? `${props.sheet.number} ${props.sheet.title}` : store.project.facts.name
    keepFile(await response.blob(), `${safeName(name)}.pdf`)
    say.tell(sheets ? 'The sheet is downloaded.' : 'The sheet set is downloaded.')
  } catch {
    say.warn(
      cancel.signal.aborted
        ? 'The plot was stopped. Nothing else changed.'
        : 'The server does not answer. Try again when it is back.',
    )
  } finally {
    working.value = null
  }
}
async function picture(): Promise<void> {
  const { sheet } = props
  if (!sheet) return
  const { width, height } = sheetExtent(sheet)
  const items = sheetItems(store.project, sheet)
  let lettering: string
  try {
    lettering = await letteringCss(items)
  } catch {
    say.warn('The lettering for the picture could not be read. Try again when the server is back.')
    return
  }
  const svg = paintSvg(
    items,
    { width, height, title: `${sheet.number} ${sheet.title}` },
    lettering,
    pensOf(store.project),
  )
  keepFile(new Blob([svg], { type: 'image/svg+xml' }), `${safeName(`${sheet.number} ${sheet.title}`)}.svg`)
  say.tell('The sheet is downloaded.')
}
</script>

<template>
  <h3>PDF, true to scale</h3>
  <DrawerEntry :icon="pdf" name="Whole sheet set" :disabled="working !== null" @choose="plot()" />
  <DrawerEntry
    :icon="pdf"
    name="This sheet"
    :disabled="!sheet || working !== null"
    why="Open a sheet first."
    @choose="plot([sheet!.id])"
  />
  <div v-if="working" class="working" role="status">
    <span>Plotting</span>
    <v-progress-linear indeterminate color="live" />
    <button type="button" @click="working.abort()">Stop</button>
  </div>
  <h3>Picture</h3>
  <DrawerEntry
    :icon="svg"
    name="This sheet as SVG"
    :disabled="!sheet"
    why="Open a sheet first."
    @choose="picture()"
  />
</template>

<style scoped>
.working {
  display: grid;
  gap: 6px;
  padding: 8px;
}
.working button {
  justify-self: start;
  font: inherit;
  text-decoration: underline;
  background: none;
  border: 0;
  color: inherit;
  cursor: pointer;
}
</style>
