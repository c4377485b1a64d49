<script setup lang="ts">
import { computed, ref } from 'vue'
import { useRoute, useRouter } from 'vue-router'
import { formatName, sheetSet, type Board } from '@lamina/core/records'
import { sheetExtent } from '@lamina/core/library'
import { scaleName } from '@lamina/core/units'
import { viewWord } from '@lamina/core/views'
import { useCarry } from '../store/carry'
import { useHabits } from '../store/habits'
import { useProject } from '../store/project'
import BoardThumb from './BoardThumb.vue'

const store = useProject()
const carry = useCarry()
const habits = useHabits()
const route = useRoute()
const router = useRouter()

interface Card {
  readonly id: string
  readonly kind: 'drawing' | 'sheet'
  readonly name: string
  readonly number: string
  readonly about: string
  readonly board: Board
  readonly width: number
  readonly height: number
}
/** The most room a picture has. */
const WIDE = 116
const HIGH = 76

const cards = computed<readonly Card[]>(() => {
  if (!store.id) return []
  const { project } = store
  const { system } = store.units
  const drawings = project.all('drawing').map((drawing): Card => ({
    id: drawing.id,
    kind: 'drawing',
    name: drawing.name,
    number: '',
    about:
      drawing.view === 'block'
        ? 'open block'
        : `${viewWord(drawing.view)} · ${scaleName(drawing.readingScale, system)}`,
    board: drawing,
    width: WIDE,
    height: HIGH,
  }))
  const sheets = sheetSet(project).map((sheet): Card => {
    const { width, height } = sheetExtent(sheet)
    const scale = Math.min(WIDE / width, HIGH / height)
    return {
      id: sheet.id,
      kind: 'sheet',
      name: sheet.title,
      number: sheet.number,
      about: `${formatName(sheet.size)} · ${sheet.revision ? `rev ${sheet.revision}` : 'no revision'}`,
      board: sheet,
      width: Math.round(width * scale),
      height: Math.round(height * scale),
    }
  })
  return [...drawings, ...sheets]
})

const schedules = computed(() => (store.id ? store.project.all('schedule') : []))
const groups = computed(() => [
  { name: 'Drawings', cards: cards.value.filter((card) => card.kind === 'drawing') },
  { name: 'Sheets', cards: cards.value.filter((card) => card.kind === 'sheet') },
])
const isOpen = (card: Card): boolean => route.params[card.kind] === card.id
function open(card: Card): void {
  void router.push({ name: card.kind, params: { project: store.id!, [card.kind]: card.id } })
}

/** A drawing is picked up from the shelf by pressing and moving; the sheet takes it from there. */
const pressed = ref<{ card: Card; x: number; y: number } | null>(null)
let justDragged = false
function onDown(card: Card, event: PointerEvent): void {
  if (card.kind !== 'drawing' || event.button !== 0) return
  pressed.value = { card, x: event.clientX, y: event.clientY }
  window.addEventListener('pointermove', onMove)
  window.addEventListener('pointerup', onUp, { once: true })
}
function onMove(event: PointerEvent): void {
  const from = pressed.value
  if (!from) return
  if (!carry.drawing && Math.hypot(event.clientX - from.x, event.clientY - from.y) < 6) return
  justDragged = true
  carry.drawing = { drawing: from.card.id, x: event.clientX, y: event.clientY, dropped: false }
}
function onUp(event: PointerEvent): void {
  window.removeEventListener('pointermove', onMove)
  pressed.value = null
  if (carry.drawing) carry.drawing = { ...carry.drawing, x: event.clientX, y: event.clientY, dropped: true }
  setTimeout(() => (justDragged = false))
}
function onClick(card: Card): void {
  if (!justDragged) open(card)
}
</script>

<template>
  <footer class="shelf" aria-label="Shelf: drawings and sheets">
    <template v-for="group in groups" :key="group.name">
      <span class="upright" aria-hidden="true">{{ group.name }}</span>
      <ul :aria-label="group.name">
        <li v-for="card in group.cards" :key="card.id">
          <button
            type="button"
            class="card"
            :class="{ on: isOpen(card) }"
            :aria-current="isOpen(card) ? 'page' : undefined"
            :data-card="card.id"
            :data-kind="card.kind"
            :title="card.kind === 'drawing' ? `${card.name} — drag it onto a sheet to place it` : card.name"
            @pointerdown="onDown(card, $event)"
            @click="onClick(card)"
          >
            <span class="frame" :class="card.kind">
              <BoardThumb :board="card.board" :width="card.width" :height="card.height" :label="card.name" />
            </span>
            <span class="name"
              ><b v-if="card.number">{{ card.number }}</b> {{ card.name }}</span
            >
            <span class="about">{{ card.about }}</span>
          </button>
        </li>
      </ul>
    </template>
    <span class="upright" aria-hidden="true">Schedules</span>
    <ul class="schedules" aria-label="Schedules">
      <li v-for="each in schedules" :key="each.id">
        <button
          type="button"
          class="line"
          :class="{ on: route.params['schedule'] === each.id }"
          :aria-current="route.params['schedule'] === each.id ? 'page' : undefined"
          @click="router.push({ name: 'schedule', params: { project: store.id!, schedule: each.id } })"
        >
          {{ each.name }}
        </button>
      </li>
    </ul>
    <button
      type="button"
      class="fold"
      title="Fold the shelf (])"
      aria-expanded="true"
      @click="habits.fold('shelf')"
    >
      Fold
    </button>
  </footer>
</template>

<style scoped>
.shelf {
  height: var(--shelf);
  display: flex;
  align-items: flex-start;
  gap: 10px;
  padding: 9px 16px 0;
  background: rgb(var(--v-theme-desk));
  overflow-x: auto;
}
.fold {
  margin-left: auto;
}
.upright {
  writing-mode: vertical-rl;
  transform: rotate(180deg);
  font-size: 12px;
  color: rgb(var(--v-theme-soft-ink));
  height: 78px;
  text-align: center;
}
ul {
  display: flex;
  gap: 12px;
  list-style: none;
  padding: 0;
  margin: 0 14px 0 0;
}
.card {
  display: grid;
  justify-items: start;
  width: 120px;
  padding: 0;
  border: 0;
  background: none;
  font: inherit;
  color: rgb(var(--v-theme-ink));
  text-align: left;
  cursor: pointer;
  touch-action: none;
  user-select: none;
}
.schedules {
  display: grid;
  grid-auto-flow: column;
  grid-template-rows: repeat(4, auto);
  gap: 1px 14px;
}
.line {
  font: inherit;
  font-size: 12.5px;
  text-align: left;
  white-space: nowrap;
  padding: 2px 8px;
  border: 0;
  border-radius: 5px;
  background: none;
  color: rgb(var(--v-theme-ink));
  cursor: pointer;
}
.line:hover {
  background: rgb(var(--v-theme-film));
}
.line.on {
  background: rgb(var(--v-theme-live-wash));
  color: rgb(var(--v-theme-live));
  font-weight: 600;
}
.frame {
  width: 120px;
  height: 80px;
  display: grid;
  place-items: center;
  background: rgb(var(--v-theme-paper));
  border: 1px solid rgb(var(--v-theme-hairline));
  border-radius: 3px;
  pointer-events: none;
}
.frame.sheet {
  background: none;
  border-color: transparent;
}
.frame.sheet canvas {
  background: rgb(var(--v-theme-sheet));
  box-shadow: 0 1px 3px rgb(0 0 0 / 22%);
}
.card.on .frame {
  outline: 2px solid rgb(var(--v-theme-live));
  outline-offset: 1px;
}
.name {
  width: 120px;
  margin-top: 5px;
  font-size: 12.5px;
  line-height: 15px;
  font-weight: 500;
  white-space: nowrap;
  overflow: hidden;
  text-overflow: ellipsis;
}
.about {
  font-size: 11.5px;
  line-height: 14px;
  color: rgb(var(--v-theme-soft-ink));
}
</style>
