import { kindWord, type AnyRecord, type Id, type Project } from '../records'
import { formatAngle, formatLengthWithUnit } from '../units'
import { FACT_WORDS, type FactName, type Measure } from './factWords'

/** So much of a text is told, letters. */
const MOST_LETTERS = 40

const capital = (word: string): string => word[0]!.toUpperCase() + word.slice(1)
const short = (text: string): string =>
  text.length > MOST_LETTERS ? `${text.slice(0, MOST_LETTERS - 1).trimEnd()}…` : text

/** A record in words: its kind, and how it is called. */
export function thingWords(record: AnyRecord): string {
  const word = capital(kindWord(record.kind))
  const { name, number, title, text } = record as Partial<Record<FactName, unknown>>
  if (typeof number === 'string' && number) {
    const called = [name, title].find((each) => typeof each === 'string' && each)
    return called ? `${word} ${number} “${short(called as string)}”` : `${word} ${number}`
  }
  for (const called of [name, title, text])
    if (typeof called === 'string' && called) return `${word} “${short(called.replaceAll('\n', ' '))}”`
  return word
}

const isFactName = (name: string): name is FactName => Object.hasOwn(FACT_WORDS, name)

/** A fact in words; several that go together, and a value among named ones, likewise. */
export function factWords(field: string): string {
  const [, among, value] = /^(values|parameters)\.(.+)$/s.exec(field) ?? []
  if (among) return `${FACT_WORDS[among as FactName][0]}: ${value!}`
  const words = field.split(' ').map((each) => (isFactName(each) ? FACT_WORDS[each][0] : each))
  return words.map((each, i) => (i ? each[0]!.toLowerCase() + each.slice(1) : each)).join(', ')
}

/** What a fact is, in words and in the units of the project. */
export function valueWords(project: Project, field: string, value: unknown): string {
  const [first] = field.split(/[ .]/)
  return told(project, value, first && isFactName(first) ? FACT_WORDS[first][1] : 'plain')
}

function told(project: Project, value: unknown, measure: Measure): string {
  if (value === undefined || value === null || value === '') return 'none'
  if (typeof value === 'boolean') return value ? 'yes' : 'no'
  if (typeof value === 'number') return toldNumber(project, value, measure)
  if (typeof value === 'string') {
    const thing = project.get(value as Id)
    return thing ? thingWords(thing) : `“${short(value)}”`
  }
  if (Array.isArray(value)) return value.length === 1 ? '1 part' : `${value.length} parts`
  const facts = Object.entries(value as Record<string, unknown>).filter(([, each]) => each !== undefined)
  const numbers = facts.every(([, each]) => typeof each === 'number')
  if (numbers && facts.length > 0 && facts.length <= 4)
    return facts.map(([name, each]) => `${name} ${told(project, each, measure)}`).join(', ')
  return facts.length === 1 ? '1 value' : `${facts.length} values`
}

function toldNumber(project: Project, value: number, measure: Measure): string {
  switch (measure) {
    case 'length':
      return formatLengthWithUnit(value, project.facts.units)
    case 'paper':
      return `${Math.round(value * 100) / 100} mm on paper`
    case 'angle':
      return formatAngle(value)
    case 'plain':
      return String(value)
  }
}
