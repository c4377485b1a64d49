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
