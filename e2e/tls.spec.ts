import { execFileSync } from 'node:child_process'
import { existsSync, mkdirSync } from 'node:fs'
import { join } from 'node:path'
import { expect, newProject, saved, test, wallAt } from './fixture'
import { come, firstLink } from './people'

const folder = join(import.meta.dirname, '../.tmp/tls')
const [key, cert] = [join(folder, 'key.pem'), join(folder, 'cert.pem')] as const
test.use({
  samples: false,
  settings: { LAMINA_SIGN_IN: '1', LAMINA_TLS_KEY: key, LAMINA_TLS_CERT: cert },
  ignoreHTTPSErrors: true,
})
// The server has them before any test begins.
if (!existsSync(cert)) {
  mkdirSync(folder, { recursive: true })
  const names = ['-subj', '/CN=localhost', '-addext', 'subjectAltName=DNS:localhost']
  const form = ['-newkey', 'ec', '-pkeyopt', 'ec_paramgen_curve:prime256v1', '-nodes', '-days', '3650']
  execFileSync('openssl', ['req', '-x509', ...form, ...names, '-keyout', key, '-out', cert], {
    stdio: 'ignore',
  })
}

test('over TLS the cookie goes over nothing else, and people draw', async ({ page, server }) => {
  const link = await firstLink(server)
  expect(link).toMatch(/^https:/)
  await come(page, link, 'Ada Test', 'ada@office.example')
  const [cookie] = await page.context().cookies()
  expect(cookie).toMatchObject({ name: '__Host-lamina', secure: true, httpOnly: true, sameSite: 'Strict' })
  await newProject(page, { name: 'Over TLS' })
  await wallAt(page, 0)
  await saved(page)
  // Commands beside it need nobody who is signed in, nor its certificate.
  expect(server.program('backup')).toContain('Backups made: 1')
})
