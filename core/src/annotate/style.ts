/** Sizes of annotation on paper, mm, after ISO 129-1 and ISO 3098 as the building trade uses them. */
export const STYLE = {
  textHeight: 2.5,
  /** Between the dimension line and its figures. */
  textGap: 0.9,
  /** Between what is measured and its extension line. */
  extensionGap: 1.5,
  /** How far extension lines pass the dimension line. */
  extensionPast: 1.8,
  /** How far the dimension line passes its last tick. */
  linePast: 1.8,
  /** Length of an oblique tick. */
  tick: 2.6,
  /** First row of dimensions outside what they measure, and the distance of further rows. */
  firstRow: 10,
  row: 8,
  /** Leaders: length of the landing under the text's start, size of the dot. */
  landing: 3,
  dot: 0.7,
  /** Between lines of a note, as a multiple of its text height. */
  leading: 1.75,
} as const
