<script setup lang="ts">
import { mdiRedoVariant, mdiUndoVariant } from '@mdi/js'
import { computed } from 'vue'
import { useRoute } from 'vue-router'
import { useAside } from '../store/aside'
import { useProject } from '../store/project'
import { useDesk } from '../store/desk'
import { useMe } from '../store/me'
import { useOpened } from '../store/opened'
import OthersChip from './OthersChip.vue'
import ThemeSwitch from './ThemeSwitch.vue'

defineProps<{ place: string }>()
const store = useProject()
const desk = useDesk()
const aside = useAside()
const me = useMe()
const route = useRoute()
const opened = useOpened()
const name = computed(() => (store.id ? store.project.facts.name : ''))
const saved = computed(() => {
  if (me.isLost) return { text: 'Signed out', more: KEPT, tone: 'away' }
  if (store.state === 'saved') return { text: 'Saved', more: '', tone: 'good' }
  if (store.state === 'saving') return { text: 'Saving', more: '', tone: 'busy' }
  return { text: AWAY[store.state](store.heldBy), more: KEPT, tone: 'away' }
})
const KEPT = ', kept on this computer'
const AWAY = {
  offline: (heldBy: string) => (heldBy ? 'Not stored yet' : 'Not connected'),
  parted: () => 'Not on the server',
} as const
</script>

<template>
  <header class="top">
    <div class="where">
      <span class="project" :title="name">{{ name }}</span>
      <span aria-hidden="true" class="arrow">›</span>
      <h1 class="place" :title="place">{{ place }}</h1>
    </div>
    <div v-if="opened.around" class="right">
      <slot />
      <OthersChip />
      <template v-if="!store.moment">
        <v-btn
          :icon="mdiUndoVariant"
          :disabled="!store.undoLabel"
          :aria-label="store.undoLabel ? `Undo ${store.undoLabel}` : 'Nothing to undo'"
          :title="store.undoLabel ? `Undo: ${store.undoLabel} (Ctrl Z)` : 'Nothing to undo'"
          variant="text"
          size="small"
          @click="store.undo()"
        />
        <v-btn
          :icon="mdiRedoVariant"
          :disabled="!store.redoLabel"
          :aria-label="store.redoLabel ? `Redo ${store.redoLabel}` : 'Nothing to redo'"
          :title="store.redoLabel ? `Redo: ${store.redoLabel} (Ctrl Shift Z)` : 'Nothing to redo'"
          variant="text"
          size="small"
          @click="store.redo()"
        />
      </template>
      <button v-if="aside.all.length" type="button" class="pill settle" @click="desk.settling = true">
        {{ aside.all.length }} not kept
      </button>
      <router-link
        v-if="me.isLost"
        class="pill settle"
        :to="{ name: 'sign-in', query: { then: route.fullPath } }"
        >Sign in</router-link
      >
      <span v-if="store.role === 'reader'" class="pill reads" title="Its owner can let you draw in it"
        >Reading</span
      >
      <router-link
        v-if="!store.moment"
        class="kept"
        :to="{ name: 'history', params: { project: store.id! } }"
        :aria-label="`${saved.text}${saved.more}. History of the project`"
        :title="store.heldBy || `${saved.text}${saved.more}. History of the project`"
        ><span class="saved" :class="saved.tone" role="status" data-test="saved"
          >{{ saved.text }}<span v-if="saved.more" class="more">{{ saved.more }}</span></span
        ></router-link
      >
      <ThemeSwitch />
      <button type="button" class="pill" @click="desk.askOpen = true">Ask <kbd>/</kbd></button>
    </div>
  </header>
</template>

<style scoped>
.top {
  height: var(--top);
  display: flex;
  align-items: center;
  justify-content: space-between;
  gap: 12px;
  padding: 0 14px 0 16px;
  background: rgb(var(--v-theme-film));
  border-bottom: 1px solid rgb(var(--v-theme-hairline));
}
.where {
  display: flex;
  align-items: baseline;
  gap: 10px;
  min-width: 0;
  white-space: nowrap;
}
.project,
.place {
  overflow: hidden;
  text-overflow: ellipsis;
}
.arrow {
  color: rgb(var(--v-theme-soft-ink));
}
.place {
  font:
    600 14px 'Hanken Grotesk',
    sans-serif;
  flex-shrink: 0;
  max-width: 320px;
}
/* Where it is narrow the two stand over each other; narrower still what is said beside the values of pills goes. */
@media (max-width: 1400px) {
  .where {
    flex-direction: column;
    gap: 0;
    line-height: 1.25;
  }
  .where > * {
    max-width: 100%;
  }
  .project {
    font-size: 12px;
  }
  .arrow {
    display: none;
  }
}
@media (max-width: 1200px) {
  .right :deep(.pill .soft),
  .saved .more {
    display: none;
  }
}
.right {
  display: flex;
  align-items: center;
  gap: 6px;
  white-space: nowrap;
}
.settle {
  color: rgb(var(--v-theme-warning));
}
.reads {
  cursor: default;
}
a.pill {
  text-decoration: none;
}
.kept {
  padding: 4px 0;
  border-radius: 8px;
  text-decoration: none;
}
.kept:hover {
  text-decoration: underline;
  text-underline-offset: 3px;
}
.saved {
  padding: 0 6px;
  font-size: 13px;
  font-weight: 500;
}
.saved::before {
  content: '';
  display: inline-block;
  width: 7px;
  height: 7px;
  margin-right: 6px;
  border-radius: 50%;
  background: currentColor;
}
.saved.good {
  color: rgb(var(--v-theme-live));
}
.saved.busy {
  color: rgb(var(--v-theme-soft-ink));
}
.saved.away {
  color: rgb(var(--v-theme-warning));
}
</style>
