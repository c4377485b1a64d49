import { renameSync, rmSync } from 'node:fs'
import { join } from 'node:path'
import { bringUp } from './database/bringUp'
import { Embedded, inThread } from './database/embedded'
import { here, migrations, run } from './standing'

/**
 * `blank.js`, a step of the build: makes the empty database that every new data folder begins as. It is of the form this version
 * knows, so that a first start need neither make nor change anything.
 */
run(async () => {
  const folder = join(here, 'blank')
  const making = join(here, 'blank.new')
  for (const each of [folder, making]) rmSync(each, { recursive: true, force: true })
  const order = { folder: making, blank: null }
  const database = new Embedded(inThread(join(here, 'database.worker.js'), order), making)
  await database.open()
  await bringUp(database.db, migrations)
  await database.close()
  renameSync(making, folder)
  return 0
})
