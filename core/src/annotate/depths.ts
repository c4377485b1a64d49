import { rankOf } from '../derive'

/** Annotation lies above all linework, whatever was brought forward there; tags of rooms above all. */
export const ABOVE_LINEWORK = {
  /** Lines of views, which lettering clears. */
  viewMarks: rankOf(1.8e6, 0, 'annotation'),
  /** The ground that lettering wants clear. */
  clear: rankOf(1.9e6, 0, 'others'),
  annotation: rankOf(2e6, 0, 'annotation'),
  marks: rankOf(2e6, 1, 'others'),
  units: rankOf(2e6, 2, 'others'),
  tags: rankOf(2e6, 3, 'others'),
  /** Bubbles of views hide the lines of annotation beneath them. */
  bubbles: rankOf(2e6, 4, 'others'),
} as const
