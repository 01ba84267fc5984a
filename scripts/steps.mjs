// The parts that are built, and their inputs.
import { run, tool, whenChanged } from './project.mjs'

const CORE = ['core/src', 'core/package.json', 'core/tsconfig.build.json', 'tsconfig.base.json']
const LOCK = 'package-lock.json'

const STEPS = [
  {
    name: 'core',
    inputs: [...CORE, LOCK],
    outputs: ['core/dist/index.js'],
    work: () => run('npm', ['run', '--silent', 'build', '-w', 'core']),
  },
  {
    name: 'sound',
    inputs: ['scripts/cut-sound.mjs', LOCK],
    outputs: ['web/public/sound/band.sf3'],
    work: () => run(process.execPath, ['scripts/cut-sound.mjs']),
  },
  {
    name: 'demo',
    inputs: [...CORE, 'demo/src', 'contract/src', LOCK],
    outputs: ['demo/generated/demo.json'],
    work: () =>
      tool('tsx', [
        '--conditions=source',
        '--tsconfig',
        'demo/tsconfig.json',
        'demo/src/write.ts',
        'demo/generated/demo.json',
      ]),
  },
  {
    name: 'server',
    inputs: [...CORE, 'contract/src', 'server/src', 'server/vite.config.ts', LOCK],
    outputs: ['server/dist/main.js'],
    work: () => run('npm', ['run', '--silent', 'build', '-w', 'server', '--', '--logLevel', 'warn']),
  },
  {
    name: 'web',
    inputs: [
      ...CORE,
      'contract/src',
      'contract/package.json',
      'web/package.json',
      'web/public/icon.svg',
      'web/public/manifest.webmanifest',
      'web/src',
      'web/index.html',
      'web/vite.config.ts',
      'scripts/cut-sound.mjs',
      LOCK,
    ],
    outputs: ['web/dist/index.html'],
    work: () => run('npm', ['run', '--silent', 'build', '-w', 'web', '--', '--logLevel', 'warn']),
  },
]

/**
 * Builds what has changed since it was last built: everything, or some parts.
 * @param {readonly string[]} [parts]
 */
export const build = (parts) => {
  for (const { name, work, ...step } of STEPS) {
    if (parts && !parts.includes(name)) continue
    whenChanged(name, step, () => {
      console.log(`Building ${name} …`)
      work()
    })
  }
}
