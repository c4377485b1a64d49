<script setup lang="ts">
import { computed } from 'vue'
import type { Id, Material, PlateType, WallType } from '@lamina/core/records'
import { formatLength } from '@lamina/core/units'
import { useProject } from '../store/project'
import { sectionPicture } from './sectionPicture'

/** The layers of a type as they are cut: of a wall its left side on the left, of a floor or roof its top. */
const props = defineProps<{
  type: WallType | PlateType
  wide?: boolean
  /** Without words beneath. */
  bare?: boolean
  /** Where its materials are found; left out: in the project. */
  find?: (id: Id) => Material | undefined
}>()
const store = useProject()
const WIDTH = props.wide ? 464 : 182
const HEIGHT = props.wide ? 84 : 40

const strips = computed(() => {
  const total = props.type.strips.reduce((sum, strip) => sum + strip.thickness, 0)
  let x = 0
  return props.type.strips.map((strip) => {
    const material = props.find?.(strip.material) ?? store.project.need('material', strip.material)
    const width = (strip.thickness / total) * WIDTH
    const left = x
    x += width
    const { fill, d } = sectionPicture(material, { x: left, width, height: HEIGHT })
    return {
      left,
      width,
      fill,
      d,
      name: material.name,
      thickness: strip.thickness,
    }
  })
})
const words = computed(() =>
  strips.value
    .map((strip) => `${formatLength(strip.thickness, store.units)} ${strip.name.toLowerCase()}`)
    .join(' · '),
)
</script>

<template>
  <figure>
    <svg :viewBox="`0 0 ${WIDTH} ${HEIGHT}`" :height="HEIGHT" role="img" :aria-label="`Layers: ${words}`">
      <g v-for="(strip, i) in strips" :key="i">
        <rect
          :x="strip.left"
          y="0"
          :width="strip.width"
          :height="HEIGHT"
          :fill="strip.fill"
          stroke="#1E2A38"
          stroke-width="0.6"
        />
        <path :d="strip.d" stroke="#1E2A38" stroke-width="0.6" opacity="0.7" />
      </g>
      <rect
        x="0.6"
        y="0.6"
        :width="WIDTH - 1.2"
        :height="HEIGHT - 1.2"
        fill="none"
        stroke="#1E2A38"
        stroke-width="1.2"
      />
    </svg>
    <figcaption v-if="!bare" class="soft small">{{ words }}</figcaption>
  </figure>
</template>

<style scoped>
figure {
  margin: 0;
}
svg {
  width: 100%;
  display: block;
}
figcaption {
  margin-top: 4px;
  line-height: 15px;
}
</style>
