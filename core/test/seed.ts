import fc from 'fast-check'

/** Properties are tried on the same cases every time; FC_SEED tries others. */
fc.configureGlobal({ seed: Number(process.env['FC_SEED'] ?? 20261123) })
