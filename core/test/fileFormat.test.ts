import { describe, expect, it } from 'vitest'
import { z } from 'zod'
import { journalEntrySchema } from '../src/edit'
import { manifestSchema } from '../src/exchange'
import { recordSchema } from '../src/records'

/** The forms of what archives hold, as others can check them. After a change of form: `npx vitest run core/test/fileFormat -u`. */
describe('the JSON Schemas of archives', () => {
  it.each([
    ['manifest', manifestSchema],
    ['record', recordSchema],
    ['change', journalEntrySchema],
  ] as const)('are those of what is read: %s', async (name, schema) => {
    const made = z.toJSONSchema(schema, { unrepresentable: 'any', reused: 'ref' })
    expect(made.$schema).toBe('https://json-schema.org/draft/2020-12/schema')
    await expect(`${JSON.stringify(made, null, 1)}\n`).toMatchFileSnapshot(
      `../../docs/schemas/${name}.schema.json`,
    )
  })
})
