import { h, type Component } from 'vue'
import type { NamedEntry, NamedTool } from '../../tools/catalogue'
import BandOptions from './BandOptions.vue'
import ColumnOptions from './ColumnOptions.vue'
import DimensionOptions from './DimensionOptions.vue'
import DormerOptions from './DormerOptions.vue'
import FrameOptions from './FrameOptions.vue'
import FramingOptions from './FramingOptions.vue'
import GatherOptions from './GatherOptions.vue'
import HatchOptions from './HatchOptions.vue'
import LeaderOptions from './LeaderOptions.vue'
import OverheadOptions from './OverheadOptions.vue'
import RailOptions from './RailOptions.vue'
import RampOptions from './RampOptions.vue'
import RoofOptions from './RoofOptions.vue'
import RoundOptions from './RoundOptions.vue'
import SlabOptions from './SlabOptions.vue'
import StairOptions from './StairOptions.vue'
import ViewOptions from './ViewOptions.vue'
import WeldOptions from './WeldOptions.vue'
import type { BegunView } from '../../tools/values'

const startOf =
  (view: BegunView): Component =>
  () =>
    h(ViewOptions, { view })

/** What a tool asks for the next thing it makes, besides its ways and its layer; most ask nothing. */
export const OPTIONS: Readonly<Partial<Record<NamedTool, Component>>> = {
  band: BandOptions,
  column: ColumnOptions,
  stair: StairOptions,
  ramp: RampOptions,
  rail: RailOptions,
  slab: SlabOptions,
  roof: RoofOptions,
  framing: FramingOptions,
  dormer: DormerOptions,
  overhead: OverheadOptions,
  hatch: HatchOptions,
  dimension: DimensionOptions,
  gather: GatherOptions,
  radius: RoundOptions,
  weld: WeldOptions,
  leader: LeaderOptions,
  note: FrameOptions,
  section: startOf('section'),
  elevation: startOf('elevation'),
  interior: startOf('interior'),
  detail: startOf('detail'),
}

/** Whether a tool in hand has anything to choose. */
export const hasOptions = ({ tool, ways, layer }: NamedEntry): boolean =>
  ways !== undefined || layer !== undefined || OPTIONS[tool] !== undefined
