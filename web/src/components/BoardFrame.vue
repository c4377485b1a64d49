<script setup lang="ts">
import { computed, ref, type ComponentPublicInstance } from 'vue'
import type { Scene } from '@lamina/core/derive'
import { useDesk } from '../store/desk'
import { useHand } from '../store/hand'
import { useProject } from '../store/project'
import type { BoardWork } from '../surface/useBoard'
import FootLine from './FootLine.vue'
import MeasureTag from './MeasureTag.vue'
import OthersHere from './OthersHere.vue'
import NumberRow from './NumberRow.vue'
import MakeBlockPanel from './MakeBlockPanel.vue'
import { PANELS } from './panels'
import TraitsPanel from './traits/TraitsPanel.vue'

/** The surface of a board with what stands over it: the measure tag, Traits, panels, and the foot line beneath. */
const props = defineProps<{ work: BoardWork; scene: Scene; called: string; test: string }>()
const store = useProject()
const desk = useDesk()
const hand = useHand()
const tools = computed(() => props.work.tools)
const camera = computed(() => props.work.camera.value)
const pointer = computed(() => props.work.pointer.value)
/** For tests and for people who script the surface: where a real point lies on the screen. */
const locator = computed(() => {
  const { scale, centre, width, height } = camera.value
  return [scale, centre.x, centre.y, width, height].join(' ')
})
/** The board was pressed last by a finger or a pen: figures are offered on the screen. */
const byTouch = ref(false)
/** How many of what is there now are set aside. */
const aside = computed(() => [...store.project.setAside].filter((id) => store.project.get(id)).length)
const toRef =
  (to: { value: unknown }) =>
  (made: Element | ComponentPublicInstance | null): void =>
    void (to.value = made)
const holdContainer = toRef(props.work.container)
</script>

<template>
  <div class="surface-middle">
    <div
      :ref="holdContainer"
      @pointerdown.capture="byTouch = $event.pointerType === 'touch' || $event.pointerType === 'pen'"
      class="board surface"
      :class="[hand.tool, scene.board.kind !== 'drawing' ? 'on-desk' : 'on-paper']"
      tabindex="0"
      role="application"
      :aria-label="called"
      :data-view="locator"
      :aria-busy="!work.surface.whole.value"
      :data-test="test"
    ></div>
    <OthersHere :board="scene.board.id" :camera="camera" />
    <MeasureTag
      :fields="tools.fields.value"
      :typing="tools.typing"
      :remark="tools.remark.value"
      :units="store.units"
      :x="pointer.x"
      :y="pointer.y"
      :width="camera.width"
      :height="camera.height"
      :above="work.runsDown.value"
      @type="tools.type"
      @enter="tools.enter()"
      @back="tools.back()"
      @leave="work.focus()"
      @again="tools.again()"
    />
    <div v-if="work.progress.value" class="making" role="status" data-test="making">
      <template v-if="work.progress.value.stopped">
        <span>{{ work.progress.value.seen ? 'Shown as it was left.' : 'Only sketched so far.' }}</span>
        <button type="button" @click="work.goOn()">
          {{ work.progress.value.seen ? 'Make it ready' : 'Draw it' }}
        </button>
      </template>
      <template v-else>
        <span>{{ work.progress.value.seen ? 'Making this board ready…' : 'Drawing this board…' }}</span>
        <v-progress-linear
          :model-value="100 * work.progress.value.part"
          color="live"
          rounded
          height="4"
          aria-label="So far"
        />
        <button type="button" title="Esc" @click="work.stop()">Stop</button>
      </template>
    </div>
    <div v-if="aside > 0" class="aside" role="status" data-test="aside">
      <span>{{ aside === 1 ? 'One thing is' : `${aside} things are` }} set aside.</span>
      <button type="button" title="-" @click="store.putAside([])">Bring back</button>
    </div>
    <NumberRow v-if="byTouch && tools.tool.value" :units="store.units" @key="work.typeKey" />
    <slot />
    <MakeBlockPanel v-if="desk.panel === 'make-block'" :board="scene.board" />
    <component :is="PANELS[desk.panel]" v-else-if="desk.panel" />
    <TraitsPanel v-else-if="hand.selection.length > 0" :scene="scene" />
  </div>
  <FootLine v-bind="work.foot.value" />
</template>

<style scoped>
.board {
  cursor: crosshair;
}
.making {
  position: absolute;
  top: 12px;
  left: 50%;
  translate: -50%;
  display: flex;
  align-items: center;
  gap: 12px;
  padding: 6px 12px;
  border: 1px solid rgb(var(--v-theme-hairline));
  border-radius: 6px;
  background: rgb(var(--v-theme-surface));
  font-size: 13px;
  white-space: nowrap;
  max-width: calc(100% - 16px);
  overflow: hidden;
}
.making .v-progress-linear {
  width: 120px;
}
.making button {
  border: 0;
  background: none;
  cursor: pointer;
  color: rgb(var(--v-theme-live));
  font-weight: 600;
}
.aside {
  position: absolute;
  top: 12px;
  left: 12px;
  display: flex;
  gap: 12px;
  padding: 5px 12px;
  border: 1px solid rgb(var(--v-theme-hairline));
  border-radius: 6px;
  background: rgb(var(--v-theme-surface));
  font-size: 13px;
}
.aside button {
  border: 0;
  background: none;
  cursor: pointer;
  color: rgb(var(--v-theme-live));
  font-weight: 600;
}
.on-paper {
  background: rgb(var(--v-theme-paper));
}
.on-desk {
  background: rgb(var(--v-theme-desk));
}
.board.select {
  cursor: default;
}
</style>
