import { PATTERN_UNITS, type Laying } from '../display'
import type { Filling } from '../records'

/** How a filling's pattern is laid: turned about its origin, its units as large as asked for. */
export function layingOf(filling: Extract<Filling, { with: 'pattern' }>): Laying {
  const unit = PATTERN_UNITS[filling.pattern]
  const typed = filling.unit
  return {
    origin: filling.origin,
    turn: filling.turn,
    width: filling.width * (unit && typed ? typed.width / unit.width : 1),
    height: filling.height * (unit && typed ? typed.height / unit.height : 1),
  }
}
