/** Uses of rooms offered to choose from; any other can be typed. */
export const USES: readonly string[] = [
  'Living',
  'Sleeping',
  'Cooking',
  'Washing',
  'Working',
  'Teaching',
  'Selling',
  'Storing',
  'Circulation',
  'Plant',
]
