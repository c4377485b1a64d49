export { FACT_WORDS, type FactName, type Measure } from './factWords'
export { factWords, thingWords, valueWords } from './things'
export {
  countedKind,
  factsChanged,
  summaryOf,
  thingsChanged,
  type Became,
  type ToldFact,
  type ToldThing,
} from './changed'
