<script setup lang="ts">
import { computed, onBeforeUnmount, onMounted, ref, shallowRef, watch } from 'vue'
import AsideDialog from '../components/AsideDialog.vue'
import AskDialog from '../components/AskDialog.vue'
import KeptDetailDialog from '../components/KeptDetailDialog.vue'
import NewPlanDialog from '../components/NewPlanDialog.vue'
import FirstSight from '../components/FirstSight.vue'
import FoldedStrip from '../components/FoldedStrip.vue'
import KeysPage from '../components/KeysPage.vue'
import MomentNote from '../components/MomentNote.vue'
import PartedNote from '../components/PartedNote.vue'
import StageRail from '../components/StageRail.vue'
import WorkDrawer from '../components/WorkDrawer.vue'
import WorkShelf from '../components/WorkShelf.vue'
import { useRoute, useRouter } from 'vue-router'
import { momentOf } from '../moment'
import type { Stage } from '@lamina/core/check'
import type { SentChange } from '@lamina/core/edit'
import { keepChanges } from '../keepChanges'
import { STAGES, useDesk } from '../store/desk'
import { useHabits } from '../store/habits'
import { useHand } from '../store/hand'
import { useImprints } from '../store/imprints'
import { kept } from '../store/kept'
import { useMe } from '../store/me'
import { useOpened } from '../store/opened'
import { useValues } from '../store/values'
import { useProject } from '../store/project'
import { useActions } from '../actions/useActions'
import { useMatters } from '../actions/useMatters'
import { isCovered, isTyping, keepsKey } from '../surface/useSurface'

/** What takes no longer than this is not announced, ms. */
const MOMENT_MS = 150

const props = defineProps<{ project: string }>()
const route = useRoute()
const router = useRouter()
const store = useProject()
const desk = useDesk()
const hand = useHand()
const habits = useHabits()
const imprints = useImprints()
const opened = useOpened()
const values = useValues()
const actions = useActions()
// Whoever changed and shows something here has a name.
onMounted(
  () =>
    void useMe()
      .load()
      .catch(() => undefined),
)
const fault = ref('')
const isOpen = computed(
  () => store.id === props.project && fault.value === '' && (store.moment?.seq ?? null) === momentOf(route),
)
/** The first drawing, where a project is opened without saying what of it. */
const first = computed(() =>
  isOpen.value && route.name === 'project' ? store.project.all('drawing')[0] : undefined,
)
watch(first, (drawing) => {
  if (drawing)
    void router.replace({ name: 'drawing', params: { project: props.project, drawing: drawing.id } })
})
/** What of it is shown is known: nothing else is shown on the way there. */
const ready = computed(() => isOpen.value && !first.value)

/** Changes of a project that cannot be opened, that wait on this computer. */
const left = shallowRef<readonly SentChange[]>([])
const leftOf = async (project: string): Promise<SentChange[]> => {
  const [waiting, aside] = await Promise.all([kept.waiting(project), kept.aside(project)]).catch(() => [
    [],
    [],
  ])
  return [...waiting, ...aside].map(({ sent }) => sent)
}

/** It takes longer than a moment. */
const slow = ref(false)
async function load(): Promise<void> {
  fault.value = ''
  const waiting = setTimeout(() => (slow.value = true), MOMENT_MS)
  const moment = momentOf(route)
  // What its board shows is seen before the project is there.
  if (moment !== null) imprints.letGo()
  else if (route.name === 'project') void imprints.ask(props.project, null)
  else if (route.name === 'drawing') void imprints.ask(props.project, String(route.params['drawing']))
  try {
    await (moment === null ? store.open(props.project) : store.openMoment(props.project, moment))
    values.begin(store.units.system)
    hand.begin()
    desk.lens = null
    document.title = `${store.project.facts.name} · Lamina`
  } catch (error) {
    fault.value = error instanceof Error ? error.message : String(error)
    left.value = await leftOf(props.project)
  } finally {
    clearTimeout(waiting)
    slow.value = false
  }
}
watch([() => props.project, () => momentOf(route)], load, { immediate: true })

/** A board is shown first; what stands around it comes when something of it is to be seen. */
watch(ready, (now) => (opened.around = now && !actions.drawing.value && !actions.sheet.value), {
  immediate: true,
})

const matters = useMatters(ready)
/** A stage pressed in the rail shows its tools. */
function chooseStage(stage: Stage): void {
  habits.folded.drawer = false
  actions.choose(stage)
}
watch(
  () => [actions.drawing.value?.id, actions.sheet.value?.id, actions.titleBlock.value?.id] as const,
  ([drawing, sheet, titleBlock]) => {
    if (drawing) {
      opened.lastDrawing = drawing
      if (desk.stage === 'compose' || desk.stage === 'issue') desk.stage = 'walls'
    } else if (sheet) {
      if (desk.stage !== 'issue') desk.stage = 'compose'
    } else if (titleBlock) desk.stage = 'compose'
  },
  { immediate: true },
)

/** What a field held when it was entered: Escape puts it back and goes back to the surface. */
let entered = ''
/** The field that a press has just entered: its contents are taken, so that typing stands in their place. */
let pressed: HTMLInputElement | null = null
function onFocus(event: FocusEvent): void {
  pressed = null
  if (!(event.target instanceof HTMLInputElement)) return
  entered = event.target.value
  if (isTyping(event.target)) pressed = event.target
}
function onPressed(event: MouseEvent): void {
  const { target } = event
  if (
    target instanceof HTMLInputElement &&
    target === pressed &&
    target.selectionStart === target.selectionEnd
  )
    target.select()
  pressed = null
}
function leaveField(field: HTMLInputElement): void {
  if (field.value !== entered) {
    field.value = entered
    field.dispatchEvent(new Event('input', { bubbles: true }))
  }
  field.blur()
  opened.surface?.focus()
}
/** What is entered in a field of the drawer or of Traits is done: the board has the keys again. */
function onEnter(event: KeyboardEvent): void {
  const { target } = event
  if (!(target instanceof HTMLInputElement) || !isTyping(target) || !target.closest('.drawer, .traits'))
    return
  // Fields take it first; what they refuse they keep.
  setTimeout(() => {
    if (document.activeElement === target && !isCovered()) opened.surface?.focus()
  })
}
/** The same after a choice in a list, once the list is closed. */
function onChosen(event: Event): void {
  const { target } = event
  if (!(target instanceof HTMLElement) || !target.closest('.v-overlay .v-list-item')) return
  if (event instanceof KeyboardEvent && event.key !== 'Enter') return
  const back = (): void => {
    if (isCovered()) requestAnimationFrame(back)
    else opened.surface?.focus()
  }
  requestAnimationFrame(back)
}

function onKey(event: KeyboardEvent): void {
  if (
    event.key === 'Escape' &&
    !event.defaultPrevented &&
    event.target === document.activeElement &&
    event.target instanceof HTMLInputElement &&
    isTyping(event.target) &&
    !isCovered()
  ) {
    leaveField(event.target)
    return
  }
  if (event.defaultPrevented || keepsKey(event)) return
  const letter = event.key.toLowerCase()
  if (event.ctrlKey || event.metaKey) {
    if (letter === 'z') {
      event.preventDefault()
      if (event.shiftKey) store.redo()
      else store.undo()
    } else if (letter === 'y') {
      event.preventDefault()
      store.redo()
    }
    return
  }
  if (event.altKey || desk.askOpen) return
  if (event.key === '/') {
    event.preventDefault()
    desk.askOpen = true
    return
  }
  if (event.key === '?') {
    event.preventDefault()
    desk.keysOpen = true
    return
  }
  if (event.key === '[' || event.key === ']') {
    event.preventDefault()
    habits.fold(event.key === '[' ? 'drawer' : 'shelf')
    return
  }
  const stage = /^[1-7]$/.test(event.key) ? STAGES[Number(event.key) - 1] : undefined
  if (stage && hand.tool === 'select') {
    actions.choose(stage.id)
    return
  }
  const tool = habits.toolOf(letter)
  if (tool) {
    event.preventDefault()
    actions.take(tool)
  }
}
onMounted(() => {
  window.addEventListener('keydown', onKey)
  window.addEventListener('focusin', onFocus)
  window.addEventListener('click', onChosen)
  window.addEventListener('click', onPressed)
  window.addEventListener('keydown', onChosen, true)
})
onBeforeUnmount(() => {
  window.removeEventListener('focusin', onFocus)
  window.removeEventListener('click', onChosen)
  window.removeEventListener('click', onPressed)
  window.removeEventListener('keydown', onChosen, true)
  window.removeEventListener('keydown', onKey)
  store.close()
  imprints.letGo()
})
</script>

<template>
  <div v-if="ready || (imprints.now && !fault)" class="desk" @keydown.enter="onEnter">
    <StageRail :stage="desk.stage" :matters="matters" @choose="chooseStage" />
    <FoldedStrip
      v-if="habits.folded.drawer && !route.meta['wide']"
      name="Drawer"
      letter="["
      upright
      @unfold="habits.fold('drawer')"
    />
    <template v-else-if="!route.meta['wide']">
      <WorkDrawer v-if="opened.around" :actions="actions" :matters="matters" />
      <div v-else class="drawer-place" />
    </template>
    <main class="work">
      <MomentNote v-if="ready && store.moment" />
      <PartedNote v-if="ready && store.parting" />
      <router-view v-if="ready" />
      <FirstSight v-else-if="imprints.now" :imprint="imprints.now" />
      <FoldedStrip
        v-if="habits.folded.shelf"
        name="Drawings and sheets"
        letter="]"
        @unfold="habits.fold('shelf')"
      />
      <WorkShelf v-else-if="opened.around" />
      <div v-else class="shelf-place" />
    </main>
    <AskDialog v-if="ready" v-model="desk.askOpen" :actions="actions.all.value" />
    <NewPlanDialog
      v-if="desk.newPlan"
      v-model="desk.newPlan"
      :of="actions.drawing.value?.view === 'plan' ? actions.drawing.value.level : null"
      @made="actions.openDrawing"
    />
    <AsideDialog v-if="desk.settling" v-model="desk.settling" />
    <KeptDetailDialog v-if="desk.keeping" v-model="desk.keeping" />
    <KeysPage v-if="desk.keysOpen" v-model="desk.keysOpen" />
  </div>
  <div v-else-if="fault" class="fault" role="alert">
    <h2>This project cannot be opened just now</h2>
    <p>{{ fault }}</p>
    <p v-if="left.length">
      {{ left.length === 1 ? 'One change' : `${left.length} changes` }} of it
      {{ left.length === 1 ? 'waits' : 'wait' }} on this computer:
      {{ [...new Set(left.map(({ label }) => label))].slice(0, 6).join(', ') }}.
    </p>
    <p>
      <v-btn color="primary" @click="load">Try again</v-btn>
      <v-btn v-if="left.length" variant="text" @click="keepChanges('Lamina', left)"
        >Save them as a file</v-btn
      >
      <v-btn variant="text" to="/">All projects</v-btn>
    </p>
  </div>
  <div v-else-if="slow" class="fault" role="status">
    <p class="soft">Opening the project</p>
    <p><v-btn variant="text" size="small" to="/">All projects</v-btn></p>
    <v-progress-linear indeterminate color="live" style="width: 200px" />
  </div>
</template>

<style scoped>
.desk {
  display: flex;
  height: 100dvh;
  overflow: hidden;
}
.work {
  flex: 1;
  min-width: 0;
  display: flex;
  flex-direction: column;
}
.drawer-place {
  width: var(--drawer);
  background: rgb(var(--v-theme-surface));
  border-right: 1px solid rgb(var(--v-theme-hairline));
}
.shelf-place {
  height: var(--shelf);
  background: rgb(var(--v-theme-desk));
}
.fault {
  height: 100dvh;
  display: grid;
  place-content: center;
  justify-items: center;
  gap: 12px;
  text-align: center;
}
</style>
