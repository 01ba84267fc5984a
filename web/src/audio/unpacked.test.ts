import { describe, expect, it } from 'vitest'
import { VOLUME, voicesOf } from './sounds.ts'
import { SILENT_BUS, sampleUnpacker } from './unpacked.ts'

const voices = voicesOf({ lineSound: 'trumpet', compSound: 'piano' }, 'sticks')

const synth = () => {
  const told: string[] = []
  return {
    told,
    noteOn: (channel: number, midi: number, velocity: number) =>
      void told.push(`on ${channel} ${midi} ${velocity}`),
    noteOff: (channel: number, midi: number) => void told.push(`off ${channel} ${midi}`),
    programChange: (channel: number, program: number) => void told.push(`program ${channel} ${program}`),
    controllerChange: (channel: number, controller: number, value: number) =>
      void told.push(`controller ${channel} ${controller} ${value}`),
    ended: (_channel: number): void => {},
    onEnded(listener: (channel: number) => void) {
      this.ended = listener
    },
  }
}

describe('samples unpacked before they sound', () => {
  it('plays each note that will come once, on channels that are turned down', () => {
    const played = synth()
    const { told } = played
    const unpack = sampleUnpacker(played, ({ channel }) => channel === voices.drums.channel)
    expect(told.splice(0)).toEqual(
      Object.values(SILENT_BUS).map((channel) => `controller ${channel} ${VOLUME} 0`),
    )
    void unpack([
      { voice: voices.line, midi: 60, velocity: 90 },
      { voice: voices.line, midi: 60, velocity: 92 },
      { voice: voices.drums, midi: 51, velocity: 70 },
    ])
    expect(told.splice(0)).toEqual([
      `program ${SILENT_BUS.notes} 56`,
      `on ${SILENT_BUS.notes} 60 90`,
      `off ${SILENT_BUS.notes} 60`,
      `program ${SILENT_BUS.drums} ${voices.drums.program}`,
      `on ${SILENT_BUS.drums} 51 70`,
      `off ${SILENT_BUS.drums} 51`,
    ])
    // What is known is not played again; the same note struck harder or by another instrument is.
    void unpack([{ voice: voices.line, midi: 60, velocity: 90 }])
    expect(told).toEqual([])
    void unpack([
      { voice: voices.line, midi: 60, velocity: 120 },
      { voice: voices.comp, midi: 60, velocity: 90 },
    ])
    expect(told.filter((one) => one.startsWith('on'))).toHaveLength(2)
  })

  it('is ready when the last of them has been played, and at once where all are known', async () => {
    const played = synth()
    const unpack = sampleUnpacker(played, () => false)
    let ready = 0
    const wanted = [60, 64].map((midi) => ({ voice: voices.line, midi, velocity: 90 }))
    const first = unpack(wanted).then(() => {
      ready += 1
    })
    played.ended(voices.line.channel)
    played.ended(SILENT_BUS.notes)
    await Promise.resolve()
    expect(ready).toBe(0)
    played.ended(SILENT_BUS.notes)
    await first
    expect(ready).toBe(1)
    await unpack(wanted)
  })

  it('has no channel that a part sounds on', () => {
    const heard = Object.values(voices).map(({ channel }) => channel)
    for (const channel of Object.values(SILENT_BUS)) expect(heard).not.toContain(channel)
  })
})
