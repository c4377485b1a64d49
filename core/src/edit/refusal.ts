/** Why an edit cannot be made, in a sentence for the person who asked for it. Nothing has changed. */
export class EditRefused extends Error {}

/** Gives fresh ids for new records. */
export type MakeId = () => string
