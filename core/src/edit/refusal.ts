/**
 * Why an edit is refused, as a word that stays the same when its sentence is worded better:
 * `gone` what is spoken of is no longer there · `locked` it lies on a locked layer, or is locked itself ·
 * `nothing` nothing is chosen, or nothing of what is chosen can take part · `wrong-kind` this is not done to such a
 * thing · `bad-value` a value that cannot be meant · `no-size` nothing would be left of it, or it goes nowhere ·
 * `no-solution` as things lie there is no answer · `no-room` it does not fit there · `in-the-way` something stands
 * where it would be · `taken` the name, number or place is taken · `unnamed` it needs a name or words · `in-use`
 * others need it · `last` at least one stays · `shipped` it comes with the program · `too-many` more than go at a time ·
 * `nonsense` nobody can mean it as it would be.
 */
export type RefusalCode =
  | 'gone'
  | 'locked'
  | 'nothing'
  | 'wrong-kind'
  | 'bad-value'
  | 'no-size'
  | 'no-solution'
  | 'no-room'
  | 'in-the-way'
  | 'taken'
  | 'unnamed'
  | 'in-use'
  | 'last'
  | 'shipped'
  | 'too-many'
  | 'nonsense'

/** Why an edit cannot be made, in a sentence for the person who asked for it. Nothing has changed. */
export class EditRefused extends Error {
  constructor(
    readonly code: RefusalCode,
    sentence: string,
  ) {
    super(sentence)
  }
}

/** Gives fresh ids for new records. */
export type MakeId = () => string
