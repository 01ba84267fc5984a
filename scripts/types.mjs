// Checks the types of every workspace.
import { tool } from './project.mjs'

for (const workspace of ['core', 'contract', 'server', 'demo', 'web', 'e2e', 'bench', 'scripts'])
  tool('tsc', ['-p', workspace, '--noEmit'])
