import { PARALLEL, normalAngle } from '../geometry'

/** A drawing as it is seen turned, and how its lettering stands there. */
export interface Turned {
  /** Anticlockwise, radians. */
  readonly by: number
  /** What lies level in the drawing is level where it is seen, or turns with the drawing. */
  readonly letters: 'upright' | 'turned'
}

export const isTurnedAlike = (p: Turned | undefined, q: Turned | undefined): boolean =>
  p?.by === q?.by && p?.letters === q?.letters

/** An angle of lettering turned by half where it would stand on its head: it reads from below or from the right (ISO 129-1). */
export function upright(angle: number): number {
  const turn = normalAngle(angle)
  if (turn > Math.PI / 2 + PARALLEL) return turn - Math.PI
  if (turn <= -Math.PI / 2 + PARALLEL) return turn + Math.PI
  return turn
}

/** How far lettering that lies level is turned in a drawing that is seen turned, radians. */
export function levelTurn(turned: Turned | undefined): number {
  if (!turned) return 0
  return turned.letters === 'upright' ? -turned.by : upright(turned.by) - turned.by
}

/** How far lettering that lies at an angle is turned so that it reads from below or from the right: not at all, or by half. */
export const halfTurn = (angle: number, turned: Turned | undefined): number => {
  const seen = angle + (turned?.by ?? 0)
  return Math.abs(normalAngle(upright(seen) - seen)) > Math.PI / 2 ? Math.PI : 0
}
