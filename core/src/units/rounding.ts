/** What sums of floats leave over: counts, turns and fractions that differ by less are the same. */
export const ROUNDING = 1e-9

/** What one float operation leaves over of nothing. */
export const NOTHING = 1e-12
