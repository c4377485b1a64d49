import type { Component } from 'vue'
import type { PanelName } from '../store/desk'
import FindPanel from './FindPanel.vue'
import LayersPanel from './LayersPanel.vue'
import LensesPanel from './LensesPanel.vue'
import LevelsPanel from './LevelsPanel.vue'
import MaterialsPanel from './MaterialsPanel.vue'
import OpeningTypesPanel from './OpeningTypesPanel.vue'
import PlateTypesPanel from './PlateTypesPanel.vue'
import StairLimitsPanel from './StairLimitsPanel.vue'
import StylesPanel from './StylesPanel.vue'
import WallTypesPanel from './WallTypesPanel.vue'

/** The tables that open over a board; what makes a block needs the board itself. */
export const PANELS: Readonly<Record<Exclude<PanelName, 'make-block'>, Component>> = {
  layers: LayersPanel,
  'wall-types': WallTypesPanel,
  'plate-types': PlateTypesPanel,
  'opening-types': OpeningTypesPanel,
  materials: MaterialsPanel,
  lenses: LensesPanel,
  levels: LevelsPanel,
  'stair-limits': StairLimitsPanel,
  styles: StylesPanel,
  find: FindPanel,
}
