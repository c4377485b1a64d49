/** Every tolerance of the program, by name. Lengths are millimetres, angles radians. */

/** Two points nearer than this are one point. A thousandth of the finest line drawn. */
export const SAME_POINT = 1e-3

/** A point nearer than this to a line lies on it. Smaller than SAME_POINT, so that ends are found before edges. */
export const ON_LINE = 2e-4

/** Directions that differ by less are parallel (a drift of 0.01 mm in 10 m). */
export const PARALLEL = 1e-6

/** The shortest wall or line worth keeping. */
export const SHORTEST = 0.1

/** Two wall ends nearer than this were meant to meet. */
export const JOINED_ENDS = 0.5

/** A free end nearer than this to another wall is reported as a near miss. */
export const NEAR_MISS = 60

/** Lengths that differ by less come from one figure: what rounding leaves of lengths up to 100 km. */
export const SAME_LENGTH = 1e-6

/** Sizes and fractions that differ by less than this part of themselves are alike. */
export const SAME_PART = 1e-6

/** Lines whose directions differ by less meet so flat that their crossing is no place anybody means. */
export const NEARLY_PARALLEL = 1e-4

/** Planes in space whose slopes differ by less are one: a drift of 1 mm in 10 m. */
export const ONE_PLANE = 1e-4

/** A face of which less than this part of its size is seen stands edge-on. */
export const EDGE_ON = 1e-6

/** Events of a roof that rises nearer to each other than this in height are one, mm. */
export const ONE_EVENT = 1e-3

/** The planes of a roof cover its outline to this part of it. */
export const COVERED = 1e-4

/** Walls whose directions differ by less run on in one line (1 mm in 1 m). */
export const IN_ONE_LINE = 1e-3

/** A curve is never parted into chords that turn by less than this. */
export const FINEST_TURN = 1e-3

/** Things are scaled by factors above this and below one over it. */
export const LEAST_FACTOR = 1e-6

export { NOTHING, ROUNDING } from '../units'

/** Ends of lines no further apart than this on paper are pulled into line, mm. */
export const PAPER_IN_LINE = 1
