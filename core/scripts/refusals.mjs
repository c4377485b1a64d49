// node core/scripts/refusals.mjs [--write]: which refusals every public edit makes, worked out from its code, and
// whether its description says so. Methods of Outcome and functions that an edit calls count with it.
import { readFileSync, readdirSync, writeFileSync } from 'node:fs'
import { fileURLToPath, pathToFileURL } from 'node:url'
import ts from 'typescript'

const folder = fileURLToPath(new URL('../src/edit/', import.meta.url))

/** Every function and method of the edits: where it stands, whether others see it, what it throws and calls. */
function functions() {
  const found = new Map()
  for (const file of readdirSync(folder).filter((name) => name.endsWith('.ts') && name !== 'index.ts')) {
    const text = readFileSync(folder + file, 'utf8')
    const source = ts.createSourceFile(file, text, ts.ScriptTarget.Latest, true)
    const add = (name, node, body, isPublic) => {
      const codes = new Set()
      const calls = new Set()
      const visit = (each) => {
        if (ts.isNewExpression(each) && each.expression.getText() === 'EditRefused') {
          const [code] = each.arguments
          if (ts.isStringLiteral(code)) codes.add(code.text)
        }
        // A function handed on counts as called.
        if (ts.isIdentifier(each)) calls.add(each.text)
        if (ts.isNewExpression(each)) calls.add(`new ${each.expression.getText()}`)
        ts.forEachChild(each, visit)
      }
      visit(body)
      // Functions of one name in two files are told apart by their file.
      const known = found.get(name) ?? []
      found.set(name, [...known, { name, file, node, codes, calls, isPublic }])
    }
    for (const statement of source.statements) {
      const isPublic = statement.modifiers?.some(({ kind }) => kind === ts.SyntaxKind.ExportKeyword) ?? false
      if (ts.isFunctionDeclaration(statement) && statement.body)
        add(statement.name.text, statement, statement.body, isPublic)
      else if (ts.isVariableStatement(statement)) {
        for (const { name, initializer } of statement.declarationList.declarations)
          if (initializer && ts.isArrowFunction(initializer))
            add(name.getText(), statement, initializer.body, isPublic)
      } else if (ts.isClassDeclaration(statement))
        for (const member of statement.members)
          if (ts.isMethodDeclaration(member) && member.body)
            add(member.name.getText(), member, member.body, false)
    }
  }
  return found
}

/** What stores and drops records whole: no wall is cut by that, so nothing is in its way. */
const WHOLE = new Set(['storing', 'dropping'])

/** What each function refuses, with all it calls. */
function refusals() {
  const found = functions()
  const all = [...found.values()].flat()
  for (let grows = true; grows;) {
    grows = false
    for (const one of all)
      for (const call of one.calls)
        for (const called of found.get(call) ?? []) {
          // A private function is called from its own file alone.
          if (
            called === one ||
            (!called.isPublic && !ts.isMethodDeclaration(called.node) && called.file !== one.file)
          )
            continue
          for (const code of called.codes)
            if (!one.codes.has(code) && !(code === 'in-the-way' && WHOLE.has(one.name))) {
              one.codes.add(code)
              grows = true
            }
        }
  }
  return all.filter(({ isPublic, codes }) => isPublic && codes.size > 0)
}

/** The codes with which each public edit may refuse. */
export const refusalCodes = () =>
  new Map(refusals().map(({ name, codes }) => [name, /** @type {ReadonlySet<string>} */ (codes)]))

const TAG = / \* @refuses [^\n]*\n/

/** What the description of each public edit should say of its refusals, where it says something else. */
export function wrongDescriptions(write = false) {
  const wrong = []
  const edits = new Map()
  for (const { name, file, node, codes } of refusals()) {
    const wanted = [...codes].sort().join(', ')
    const docs = ts.getJSDocCommentsAndTags(node).filter(ts.isJSDoc)
    const doc = docs.at(-1)
    const said = /@refuses ([^\n*]*)/.exec(doc?.getText() ?? '')?.[1].trim() ?? ''
    if (said === wanted) continue
    wrong.push(`${file} ${name}: @refuses ${wanted}`)
    if (!write) continue
    const start = doc ? doc.getStart() : node.getStart()
    const text = doc ? doc.getText() : ''
    const plain = text.replace(TAG, '')
    const inner = plain
      .replace(/^\/\*\*\s?/, '')
      .replace(/\s*\*\/$/, '')
      .split('\n')
      .map((line) => line.replace(/^\s*\* ?/, ''))
      .filter((line, i, lines) => !(line === '' && (i === 0 || i === lines.length - 1)))
    const made = `/**\n${[...inner, `@refuses ${wanted}`].map((line) => ` * ${line}`.trimEnd()).join('\n')}\n */`
    const list = edits.get(file) ?? []
    list.push({ start, end: start + text.length, made: doc ? made : `${made}\n` })
    edits.set(file, list)
  }
  for (const [file, list] of edits) {
    let text = readFileSync(folder + file, 'utf8')
    for (const { start, end, made } of list.sort((p, q) => q.start - p.start))
      text = text.slice(0, start) + made + text.slice(end)
    writeFileSync(folder + file, text)
  }
  return wrong
}

if (import.meta.url === pathToFileURL(process.argv[1] ?? '').href) {
  const wrong = wrongDescriptions(process.argv.includes('--write'))
  for (const line of wrong) console.log(line)
  console.log(`${wrong.length} descriptions ${process.argv.includes('--write') ? 'written' : 'to write'}`)
}
