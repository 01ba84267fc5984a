/**
 * Ten lines of visibly different worth over the same changes, written for this check and put in order, the best one first,
 * before any was reviewed. The first five are what players of falling skill might play; the others are worse and worse.
 */
export const TEN_CHANGES = 'key: C major\n| Dm7 | G7 | Cmaj7 | A7b9 | Dm7 | G7b9 | Cmaj7 | Cmaj7 |'

export const TEN_LINES: readonly (readonly [what: string, text: string])[] = [
  [
    'an idea stated, moved to the next chord and answered, a peak late, altered notes that resolve, a close',
    'r_ r E4 F4 A4 C5 E5 | D5 B4 r_ r A4 B4 D5 | F5 E5 C5_ r_ r D5 | C#5 E5 G5 Bb5 A5 G5 E5 C#5 | D5_ r F4 A4 C5 E5 G5 | F5 Ab5 G5 F5 D5 B4 Ab4 B4 | C5 G4 r_ r B4 C5 E5 | D5 E5 C5__ r_ r',
  ],
  [
    'songlike: a rhythm that comes back lower each time, long notes on colours, room',
    'r_ A4 C5 E5_ r D5 | C5_ B4_ r__ | r_ G4 B4 D5_ r C5 | Bb4_ A4_ r__ | r_ F4 A4 C5_ r B4 | Ab4_ G4_ r__ | r E4 G4 B4 D5_ C5 B4 | G4__ r__',
  ],
  [
    'fluent eighths with breaths, well joined, no idea that returns',
    'D4 F4 A4 C5 B4 A4 G#4 A4 | B4 D5 F5 D5 B4_ r_ | r E4 G4 B4 D5 C5 B4 G4 | A4 G4 F4 E4 C#4_ r_ | r_ D4 E4 F4 A4 C5 A4 | Ab4 B4 D5 F5 E5 D5 C5 B4 | E5 C5 A4 G4 E4_ r_ | r__ r__',
  ],
  [
    'right notes without a stop, some turns too many',
    'D4 F4 E4 F4 A4 C5 B4 A4 | G4 B4 A4 G4 F4 A4 G4 F4 | E4 G4 B4 A4 G4 E4 D4 E4 | C#4 E4 G4 F4 E4 C#4 D4 E4 | F4 A4 C5 A4 F4 E4 D4 F4 | B4 D5 F5 D5 B4 Ab4 G4 F4 | E4 G4 C5 B4 A4 G4 F4 D4 | E4 G4 E4 D4 C4_ r_',
  ],
  [
    'arpeggios from each root on beat 1, bar by bar alike',
    'D4 F4 A4 C5 A4 F4 D4 r | G4 B4 D5 F5 D5 B4 G4 r | C4 E4 G4 B4 G4 E4 C4 r | A4 C#5 E5 G5 E5 C#5 A4 r | D4 F4 A4 C5 A4 F4 D4 r | G4 B4 D5 F5 D5 B4 G4 r | C4 E4 G4 B4 G4 E4 C4 r | C4 E4 G4 B4 G4 E4 C4 r',
  ],
  [
    'up and down the scale of the key, whatever the chord',
    'C4 D4 E4 F4 G4 A4 B4 C5 | D5 C5 B4 A4 G4 F4 E4 D4 | C4 D4 E4 F4 G4 A4 B4 C5 | D5 C5 B4 A4 G4 F4 E4 D4 | C4 D4 E4 F4 G4 A4 B4 C5 | D5 C5 B4 A4 G4 F4 E4 D4 | C4 D4 E4 F4 G4 A4 B4 C5 | D5 C5 B4 A4 G4 F4 E4 D4',
  ],
  [
    'quarter notes on the beat, roots and fifths, no direction',
    'D4_ A4_ D4_ A4_ | G4_ D4_ G4_ D4_ | C4_ G4_ C4_ G4_ | A4_ E4_ A4_ E4_ | D4_ A4_ D4_ A4_ | G4_ D4_ G4_ D4_ | C4_ G4_ C4_ G4_ | C4_ G4_ C4_ G4_',
  ],
  [
    'one bar of another key, eight times',
    'Eb4 F4 Gb4 Ab4 Bb4 Ab4 Gb4 F4 | Eb4 F4 Gb4 Ab4 Bb4 Ab4 Gb4 F4 | Eb4 F4 Gb4 Ab4 Bb4 Ab4 Gb4 F4 | Eb4 F4 Gb4 Ab4 Bb4 Ab4 Gb4 F4 | Eb4 F4 Gb4 Ab4 Bb4 Ab4 Gb4 F4 | Eb4 F4 Gb4 Ab4 Bb4 Ab4 Gb4 F4 | Eb4 F4 Gb4 Ab4 Bb4 Ab4 Gb4 F4 | Eb4 F4 Gb4 Ab4 Bb4 Ab4 Gb4 F4',
  ],
  [
    'leaps without a reason among right and wrong notes',
    'D4 C#5 F4 Bb5 A4 Eb4 C5 F#4 | G4 Bb5 B3 F#5 D4 C#5 Ab4 E5 | C4 Bb4 F5 D#4 G5 C#4 A4 F#5 | A3 C5 Eb4 D5 G#4 B5 F4 C5 | D4 F#5 C#4 A5 Eb4 G5 B3 C5 | G4 C#5 Bb3 E5 F#4 D5 A3 Eb5 | C4 F#5 Bb4 D#5 G3 C#5 F4 Ab5 | B3 F5 C#4 Bb4 E5 Eb4 A5 F#4',
  ],
  [
    'long wrong notes on strong beats, nothing resolved',
    'Eb4__ C#5__ | F#4__ Bb4__ | Eb4__ C#5__ | C5__ F#4__ | C#4__ F#5__ | C#5__ F#4__ | Bb4__ Eb5__ | F#4__ C#4__',
  ],
]
