<script setup lang="ts">
import FootLine from './FootLine.vue'
import TopLine from './TopLine.vue'

/** In the place of a board that was open and is gone: its making was undone, or another window removed it. */
const props = defineProps<{ what: 'drawing' | 'sheet' | 'title block' }>()
const place = props.what[0]!.toUpperCase() + props.what.slice(1)
</script>

<template>
  <TopLine :place="place" />
  <div class="surface-middle">
    <div class="none" role="alert">
      <h2>This {{ what }} is no longer there</h2>
      <p class="soft">Choose another one from the shelf, or undo.</p>
    </div>
  </div>
  <FootLine
    :text="`Choose another ${what === 'title block' ? 'board' : what} from the shelf.`"
    keys="Ctrl Z: undo"
  />
</template>

<style scoped>
.none {
  position: absolute;
  inset: 0;
  display: grid;
  place-content: center;
  text-align: center;
  background: rgb(var(--v-theme-desk));
}
</style>
