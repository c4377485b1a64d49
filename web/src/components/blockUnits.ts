/** The units that the sizes of a block can be told in. */
export const BLOCK_UNITS = [
  { value: 'metric', title: 'Millimetres' },
  { value: 'feet-inches', title: 'Feet and inches' },
]
