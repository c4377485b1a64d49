export { FACT_WORDS, type FactName, type Measure } from './factWords'
export { factWords, thingWords, valueWords } from './things'
