import type { CheckCode } from '../checks';

export const FRAME =
  'tempo: 92\nmeter: 4/4\nfeel: straight\ntuning: E A D G B E\ncapo: 0\nhand: pick\n';
export const CAPO_2 = FRAME.replace('capo: 0', 'capo: 2');

/** Calibration songs: each triggers its check, and only that. */
export const CALIBRATION: readonly (readonly [CheckCode, string, string])[] = [
  [
    'frame-missing',
    'the feel and the hand left out',
    'tempo: 92\nmeter: 4/4\ntuning: E A D G B E\ncapo: 0\n[A]\n| G | D |',
  ],
  [
    'frame-missing',
    'a tempo that is more likely counted in dotted beats',
    `${FRAME.replace('4/4', '6/8').replace('92', '60')}[A]\n| G | D |`,
  ],
  [
    'tuned-down',
    'strings let down by half a step, and nobody says what the chords are called by',
    `${FRAME.replace('E A D G B E', 'Eb Ab Db Gb Bb Eb').replace('key: G', 'key: Gb')}[A]\n| G | D |`,
  ],
  [
    'grip-slip',
    'one of several that will do, a fret off',
    `${FRAME}grip C: x32010 or x42010\n[A]\n| C | G |`,
  ],
  [
    'pluck-muted',
    'a finger on a string that the grip mutes',
    `${FRAME}grip C7: x3231x\npattern roll 4/4: p 3i 2m 1a p 3i 2m 1a\n[A] pattern roll\n| C7 | G |`,
  ],
  [
    'pluck-muted',
    'a second thumb on a string that the grip mutes',
    `${FRAME}grip G: 3xx003\npattern roll 4/4: 6p 3i 2m 1a 4p 3i 2m 1a\n[A] pattern roll\n| G |`,
  ],
  ['grip-name', 'another chord altogether', `${FRAME}grip Am: 355433\n[A]\n| Am | G |`],
  ['grip-omits', 'a chord without its third', `${FRAME}grip G: 3x0033\n[A]\n| G | D |`],
  ['grip-colour', 'a plain name for a richer sound', `${FRAME}grip Am: x02010\n[A]\n| Am | G |`],
  ['grip-slip', 'a finger one fret off', `${FRAME}grip D: xx0242\n[A]\n| D | G |`],
  [
    'grip-conflict',
    'a finger on a muted string',
    `${FRAME}grip C: x32010 fingers 132.1.\n[A]\n| C | G |`,
  ],
  ['bass-note', 'a walk of one bass note', `${FRAME}grip C/B: x2xxxx\n[A]\n| C . . C/B | G |`],
  [
    'map-count',
    'a count on the map that is doubted',
    `${FRAME}map: A, B x3?\n[A]\n| G | D |\n[B]\n| Em | C | D |`,
  ],
  ['grip-strike', 'open strings below the chord', `${FRAME}grip D: 000232\n[A]\n| D | G |`],
  ['grip-origin', 'frets counted from the nut', `${CAPO_2}grip D: xx2454\n[A]\n| D | G |`],
  [
    'grip-twin',
    'two names for one grip',
    `${FRAME}grip Am7: x02010\ngrip C6/A: x02010\n[A]\n| Am7 | C6/A |`,
  ],
  [
    'grip-reach',
    'a stretch over comfortable',
    `${FRAME}grip C: x3555x fingers .1234.\n[A]\n| C | G |`,
  ],
  [
    'shape-claim',
    'a shape said to be moved two frets, moved three',
    `${FRAME}grip F: 133211\ngrip G: 355433 as F frets +3\n[A]\n| F | G |`,
  ],
  [
    'inventory',
    'a section moved to where there is no grip of the teacher’s',
    `${FRAME}map: A, A +2\ngrip G: 320033\ngrip D: xx0232\n[A]\n| G | D |`,
  ],
  [
    'grip-drone',
    'an open string under all grips that is foreign to one',
    `${FRAME}grip C: x32010\ngrip G: 320000\ngrip Am: x02210\n[A]\n| C | G | Am |`,
  ],
  ['key-fit', 'a key that does not fit', `${FRAME}key: Eb\n[A]\n| G | C | D7 | G |`],
  [
    'pattern-fill',
    'five strokes in a bar of four',
    `${FRAME}pattern five 4/4: D U D U D\n[A] pattern five\n| G | D |`,
  ],
  [
    'pattern-fill',
    'a section played with a pattern nobody wrote',
    `${FRAME}[A] pattern gone for ornaments\n| G | D |`,
  ],
  [
    'pattern-hand',
    'an up on the beat',
    `${FRAME}pattern odd 4/4: D U U D D - D U\n[A] pattern odd\n| G | D |`,
  ],
  [
    'pattern-tellings',
    'words that say another pattern',
    `${FRAME}pattern two 4/4: D U D U D - D U told "down down up"\n[A] pattern two\n| G | D |`,
  ],
  [
    'change-slot',
    'three chords in a bar of eighths',
    `${FRAME}pattern eights 4/4: D U D U D U D U\n[A] pattern eights\n| G C D | G |`,
  ],
  ['bar-fill', 'a bar of three beats in four', `${FRAME}[A]\n| G . . | D |`],
  ['bar-ledger', 'four bars said, two written', `${FRAME}[A] bars 4\n| G | D |`],
  [
    'bar-ledger',
    'a bar without a number in a derived section',
    `${FRAME}[A]\n| G | D | C | G |\n[B = A]\n| C |`,
  ],
  ['repeat-scope', '"twice" behind a line', `${FRAME}[A]\n| G | D |\n| C | G | twice`],
  ['map-cover', 'a section on the map nobody wrote', `${FRAME}map: A, B\n[A]\n| G | D |`],
  [
    'map-cover',
    'a section that is never played',
    `${FRAME}map: A\n[A]\n| G | D |\n[B]\n| C | Em |`,
  ],
  ['map-cover', 'an ending that never comes', `${FRAME}[A]\n| G |\n1. | D |\n2. | C |`],
  ['same-claim', 'two sections that are one', `${FRAME}[A]\n| G | D | C |\n[B]\n| G | D | C |`],
  ['same-claim', 'one bar that differs', `${FRAME}[A]\n| G | D | C | G |\n[B]\n| G | D | Em | G |`],
  ['same-claim', 'the same two semitones up', `${FRAME}[A]\n| G | C |\n[B]\n| A | D |`],
  [
    'same-claim',
    'a derived section with nothing of its parent',
    `${FRAME}[A]\n| G | D | C | G |\n[B = A]\n1: | Em | Am | D | C |`,
  ],
  [
    'clock',
    'a bar the recording has and the chart lacks',
    `${FRAME}[A] at 0:00\n| G | D | G | D |\n[B = A] at 0:10.4\n[C = A] at 0:23.5\n[D = A] at 0:33.9`,
  ],
  [
    'clock',
    'marks at another tempo',
    `${FRAME}[A] at 0:00\n| G | D | G | D |\n[B = A] at 0:08\n[C = A] at 0:16\n[D = A] at 0:24`,
  ],
  ['clock', 'a mark before the one before it', `${FRAME}[A] at 0:09\n| G | D |\n[B = A] at 0:08`],
  [
    'riff-count',
    'a note beyond the neck',
    `${FRAME}riff hoist 4/4: 3: 2 4 29 5\n[A] riff hoist in 1\n| G | D |`,
  ],
  [
    'riff-count',
    'two notes on one string at once',
    `${FRAME}riff hoist 4/4: 3: 2 4 3:5+3:7 5\n[A] riff hoist in 1\n| G | D |`,
  ],
  ['riff-count', 'a riff nobody wrote', `${FRAME}[A] riff gone in 1\n| G | D |`],
  [
    'riff-same',
    'a riff said to sound like another, a fret off',
    `${FRAME}riff low 4/4: 2: 5 7 8 5\nriff high 4/4 same as low: 1: 0 2 4 0\n[A] riff low in 1 riff high in 2\n| G | D |`,
  ],
  [
    'riff-same',
    'a riff said to sound like one nobody wrote',
    `${FRAME}riff high 4/4 same as low: 1: 0 2 3 0\n[A] riff high in 2\n| G | D |`,
  ],
  [
    'riff-reach',
    'a shift of an octave on sixteenths',
    `${FRAME}riff leap 4/4: 1: 5 17 5 17 5 17 5 17 5 17 5 17 5 17 5 17\n[A] riff leap in 1\n| G | D |`,
  ],
  [
    'riff-reach',
    'two notes no hand holds together',
    `${FRAME}riff wide 4/4: 6:1+1:9 . . .\n[A] riff wide in 1\n| G | D |`,
  ],
  ['echo-time', 'an echo between note values', `${FRAME}sound: echo 300 ms\n[A]\n| G | D |`],
  ['doubt-open', 'a chord that needs listening', `${FRAME}[A]\n| G | D? |`],
  ['doubt-open', 'a grip that needs listening', `${FRAME}grip G: 320003 ?\n[A]\n| G | D |`],
  ['doubt-open', 'a count that needs listening', `${FRAME}[A] x2?\n| G | D |`],
  [
    'rights',
    'words that are no cue',
    `${FRAME}[A]\n| G | D |\n# the boats go down the river and the boats come up again while the lamps along the towpath burn and nobody knows`,
  ],
];

/** Songs of different kinds with nothing to find. */
export const CLEAN: readonly (readonly [string, string])[] = [
  [
    'three open grips',
    `${FRAME}key: G\ngrip G: 320003\ngrip C: x32010\ngrip D: xx0232\n[A]\n| G | C | D | G |`,
  ],
  [
    'a capo',
    `${CAPO_2}key: E\ngrip D: xx0232\ngrip Bm7: x20202\n[A]\n| D | Bm7 | G | A |\n| D | A7 | D | D |`,
  ],
  ['power chords, named so', `${FRAME}grip E5: 022xxx\ngrip A5: x022xx\n[A]\n| E5 | A5 |`],
  [
    'thumb-bass slash chords',
    `${FRAME}grip D/F#: 200232\ngrip G: 320033\n[A]\n| G | D/F# | Em | G |`,
  ],
  ['sevenths without a fifth', `${FRAME}grip C7: x3231x\ngrip A7: x02020\n[A]\n| C7 | A7 |`],
  [
    'a barre and a shape moved along',
    `${FRAME}grip F: 133211\ngrip G: 355433 as F frets +2\n[A]\n| F | G |`,
  ],
  ['an open tuning', `${FRAME.replace('E A D G B E', 'D G D G B D')}grip G: 000000\n[A]\n| G |`],
  [
    'a free pattern',
    `${FRAME}pattern loose 4/4 free: D U U D D - D U\n[A] pattern loose\n| G | D |`,
  ],
  [
    'a pattern in six, and one that is picked',
    `${FRAME.replace('4/4', '6/8')}pattern six 6/8: D - U D - U\npattern roll 6/8: p i m a m i\n[A] pattern six\n| G | D |\n[B] pattern roll\n| G | D |`,
  ],
  [
    'layers with patterns of their own, and one in some bars',
    `${FRAME}pattern eights 4/4: D U D U D U D U\npattern fill 4/4: D U D U x x x x\n[A] pattern eights pattern fill in 2 pattern fill for ornaments\n| G | D | G |`,
  ],
  [
    'half-bar chords on their slots, told as it is written',
    `${FRAME}pattern eights 4/4: D U D U D - D U told "down-up down-up down down-up"\n[A] pattern eights\n| G D | C |`,
  ],
  [
    'sections derived, with other endings, marked where the recording has them',
    `${FRAME}map: A, B, A +2, C once\ngrip A: x02220\ngrip E: 022100\n[A] at 0:00 bars 4\n| G | D | G | D |\n[B = A] at 0:10.5\n4: | G! |\ncue 4 "the horns"\n[C] x2 cue "lamps"\n| Em | C |\n1. | D |\n2. | G |`,
  ],
  [
    'two guitar parts, one of them taught',
    `part: lead\n${FRAME}[A] part rhythm\n| G | D |\n[A] part lead\n| Em | C |`,
  ],
  [
    'a lick over strummed chords, and one said to sound like it elsewhere',
    `${FRAME}riff low 4/4: 2: 5 7 8 5\nriff high 4/4 same as low: 1: 0 2 3 0\n[A] riff low in 1 riff high in 2\n| G | D |`,
  ],
  [
    'an optional walk, optional chords, and an echo on a dotted eighth',
    `${FRAME}sound: echo 489 ms\nriff walk 4/4: 6: 3 . (5:0) (2)\n[A] riff walk for ornaments in 1\n| G . . (G/B) | C |`,
  ],
  [
    'octave slides with the time for them, harmonics, bends and dead notes',
    `${FRAME}riff tops 4/4: 1: 3 . /15 . | 3: 7b2r . x 12o\n[A] riff tops in 1-2\n| G | D |`,
  ],
  ['a minor key', `${FRAME}key: Am\n[A]\n| Am | F | C | G |\n| Am | E7 | Am | Am |`],
];
