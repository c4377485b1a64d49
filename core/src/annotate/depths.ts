/** Annotation lies above all linework, whatever was brought forward there; tags of rooms above all. */
export const ABOVE_LINEWORK = {
  annotation: { depth: 2e6, kind: 0 },
  marks: { depth: 2e6, kind: 1 },
  tags: { depth: 2e6, kind: 2 },
} as const
