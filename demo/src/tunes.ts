/** The demo's tunes: titles, changes and places are invented, over common forms, in keys spread over the circle. */
interface DemoTune {
  readonly id: string
  readonly title: string
  readonly chart: string
}

const tune = (id: string, title: string, header: string, bars: string): DemoTune => ({
  id,
  title,
  chart: `title: ${title}\n${header.trim()}\n\n${bars.trim()}\n`,
})

export const DEMO_TUNES: readonly DemoTune[] = [
  tune(
    'tune-breakwater',
    'Breakwater',
    `key: Db major
time: 4/4
tempo: 138
feel: swing
form: A`,
    `[A]
| Ebm7 | Ab7 | Dbmaj7 | Gbmaj7 |
| Cm7b5 | F7b9 | Bbm7 | Bb7b9 |
| Ebm7 | Ab7 | Fm7 Bb7b9 | Ebm7 Ab7 |
| Gbmaj7 | Gbm6 | Dbmaj7 | Ebm7 Ab7 |`,
  ),
  tune(
    'tune-salt-stairs',
    'Salt Stairs',
    `key: Eb minor
time: 4/4
tempo: 152
feel: swing
form: ABAC`,
    `[A]
| Abm7 | Db7 | Gbmaj7 | Eb7b9 |
| Abm7 | Fm7b5 Bb7b9 | Ebm6 | % |
[B]
| Cbmaj7 | Cm7b5 F7b9 | Bbm7 | Eb7b9 |
| Abm7 | Bb7b9 | Ebm6 | Bb7b9 |
[A]
| Abm7 | Db7 | Gbmaj7 | Eb7b9 |
| Abm7 | Fm7b5 Bb7b9 | Ebm6 | % |
[C]
| Cbmaj7 | Bb7b9 | Gbmaj7 | Eb7b9 |
| Abm7 Db7 | Fm7b5 Bb7b9 | Ebm6 | % |`,
  ),
  tune(
    'tune-lamplighters-round',
    'Lamplighter’s Round',
    `key: F major
time: 4/4
tempo: 126
feel: swing
form: blues`,
    `[Blues]
| F7 | Bb7 | F7 | Cm7 F7 |
| Bb7 | Bdim7 | F7 | Am7b5 D7b9 |
| Gm7 | C7 | F7 D7b9 | Gm7 C7 |`,
  ),
  tune(
    'tune-tinsmiths-errand',
    'Tinsmith’s Errand',
    `key: A major
time: 4/4
tempo: 184
feel: swing
form: AABA`,
    `[A]
| Amaj7 F#7b9 | Bm7 E7 | C#m7 F#7b9 | Bm7 E7 |
| Em7 A7 | Dmaj7 Dm6 | Amaj7 | Bm7 E7 |
[A]
| Amaj7 F#7b9 | Bm7 E7 | C#m7 F#7b9 | Bm7 E7 |
| Em7 A7 | Dmaj7 Dm6 | Amaj7 E7 | Amaj7 |
[B]
| C#7 | % | F#7 | % |
| B7 | % | E7 | % |
[A]
| Amaj7 F#7b9 | Bm7 E7 | C#m7 F#7b9 | Bm7 E7 |
| Em7 A7 | Dmaj7 Dm6 | Amaj7 E7 | Amaj7 |`,
  ),
  tune(
    'tune-gannet-waltz',
    'Gannet Waltz',
    `key: G major
time: 3/4
tempo: 144
feel: swing
form: AB`,
    `[A]
| Gmaj7 | F#m7b5 | B7b9 | Em7 |
| Dm7 | G7 | Cmaj7 | Cm6 |
| Bm7 | E7b9 | Am7 | D7 |
| Bm7 | Bbdim7 | Am7 | D7 |
[B]
| Gmaj7 | Dm7 | G7 | Cmaj7 |
| C#m7b5 | F#7b9 | Bm7 | E7b9 |
| Am7 | Cm6 | Bm7 | E7b9 |
| Am7 | D7 | Gmaj7 | % |`,
  ),
  tune(
    'tune-what-the-tide-left',
    'What the Tide Left',
    `key: Bb major
time: 4/4
tempo: 66
feel: swing
form: AB, ballad`,
    `[A]
| Bbmaj7 | Dm7b5 G7b9 | Cm7 | Ebm6 |
| Bbmaj7 Gm7 | Em7b5 A7b9 | Dm7 Db7 | Cm7 F7 |
[B]
| Fm7 | Bb7 | Ebmaj7 | Ebm7 Ab7 |
| Dm7 | G7b9 | Cm7 F7 | Bb6 |`,
  ),
  tune(
    'tune-grey-heron',
    'Grey Heron, Standing',
    `key: G minor
time: 4/4
tempo: 168
feel: straight
form: ABCA, modal`,
    `[A]
| Gm9 | % | % | % |
| % | % | % | % |
[B]
| Bbm9 | % | % | % |
[C]
| Emaj7#11 | % | Ebmaj7#11 | % |
[A]
| Gm9 | % | % | % |
| % | % | D7#9 | % |`,
  ),
  tune(
    'tune-cold-harbour-blues',
    'Cold Quay',
    `key: C minor
time: 4/4
tempo: 112
feel: swing
form: minor blues`,
    `[Blues]
| Cm6 | Dm7b5 G7b9 | Cm6 | C7b9 |
| Fm7 | % | Cm6 | % |
| Ab7 | G7b9 | Cm6 Am7b5 | Dm7b5 G7b9 |`,
  ),
]
