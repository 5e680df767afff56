import { parseChordName, type ChordName } from '../chord';
import { openNotes, toPitchClass, type Tuning } from '../pitch';
import { parseGrip, type Grip } from './grip';

/** Grips everybody is shown first, near the nut, by the name they have in standard tuning. */
const OPEN: Readonly<Record<string, string>> = {
  E: '022100',
  Em: '022000',
  E7: '020100',
  Emaj7: '021100',
  Em7: '020000',
  E5: '022xxx',
  Esus4: '022200',
  E6: '022120',
  Em6: '022020',
  E9: '020102',
  Eadd9: '022102',
  E7sus4: '020200',
  Em9: '020002',
  E13: '020122',
  Eaug: '032110',
  A: 'x02220',
  Am: 'x02210',
  A7: 'x02020',
  Amaj7: 'x02120',
  Am7: 'x02010',
  A5: 'x022xx',
  Asus2: 'x02200',
  Asus4: 'x02230',
  A6: 'x02222',
  Am6: 'x02212',
  A7sus4: 'x02030',
  Aadd9: 'x02420',
  A9: 'x02423',
  Aaug: 'x03221',
  Adim7: 'x01212',
  Am9: 'x02413',
  D: 'xx0232',
  Dm: 'xx0231',
  D7: 'xx0212',
  Dmaj7: 'xx0222',
  Dm7: 'xx0211',
  D5: 'xx023x',
  Dsus2: 'xx0230',
  Dsus4: 'xx0233',
  D6: 'xx0202',
  Dm6: 'xx0201',
  D7sus4: 'xx0213',
  DmMaj7: 'xx0221',
  Daug: 'xx0332',
  Ddim7: 'xx0101',
  Dm7b5: 'xx0111',
  G: '320003',
  G7: '320001',
  Gmaj7: '320002',
  G6: '320000',
  Gsus4: '330013',
  G9: '3x0201',
  Gadd9: '3x0203',
  G7sus4: '330011',
  Gsus2: '300033',
  C: 'x32010',
  C7: 'x32310',
  Cmaj7: 'x32000',
  Csus4: 'x33011',
  C6: 'x32210',
  Cadd9: 'x32030',
  Cmaj9: 'x30000',
  Csus2: 'x30033',
  Caug: 'x32110',
  Fmaj7: 'xx3210',
  Fadd9: 'xx3213',
  B7: 'x21202',
  Bm7: 'x20202',
  Bm7b5: 'x2323x',
  'D/F#': '2x0232',
  'G/B': 'x20003',
  'C/E': '032010',
  'C/G': '332010',
  'Am/G': '302210',
  'D/A': 'x00232',
  'F/C': 'x33211',
  'A/C#': 'x42220',
  'E/G#': '422100',
  'Am/E': '002210',
  'F/A': 'x03211',
  'Dm/F': 'xx3231',
  'D7/F#': '2x0212',
  'A/E': '002220',
  'Em/B': 'x22000',
  'G/D': 'xx0003',
  'Dm/A': 'x00231',
  'Cmaj7/E': '032000',
  'Am/C': 'x32210',
};
/** What a hand that lays no barre takes instead. */
const WITHOUT_BARRE: Readonly<Record<string, string>> = {
  F: 'xx3211',
  Eb: 'xx1343',
  'F#m': 'xx4222',
  Fm: 'xx3111',
};

type Shape = readonly (number | null)[];

/** Shapes that are moved along the neck, low to high, from the fret of their root. */
const ON_SIXTH: Readonly<Record<string, Shape>> = {
  '': [0, 2, 2, 1, 0, 0],
  m: [0, 2, 2, 0, 0, 0],
  '7': [0, 2, 0, 1, 0, 0],
  m7: [0, 2, 0, 0, 0, 0],
  maj7: [0, null, 1, 1, 0, null],
  '5': [0, 2, 2, null, null, null],
  sus4: [0, 2, 2, 2, 0, 0],
  '7sus4': [0, 2, 0, 2, 0, 0],
  '9': [0, 2, 0, 1, 0, 2],
  '13': [0, null, 0, 1, 2, null],
  '7#5': [0, null, 0, 1, 1, null],
  m7b5: [0, null, 0, 0, -1, null],
  '6': [0, null, -1, 1, 0, null],
  m6: [0, null, -1, 0, 0, null],
  dim7: [0, null, -1, 0, -1, null],
};
const ON_FIFTH: Readonly<Record<string, Shape>> = {
  '': [null, 0, 2, 2, 2, 0],
  m: [null, 0, 2, 2, 1, 0],
  '7': [null, 0, 2, 0, 2, 0],
  m7: [null, 0, 2, 0, 1, 0],
  maj7: [null, 0, 2, 1, 2, 0],
  '5': [null, 0, 2, 2, null, null],
  sus2: [null, 0, 2, 2, 0, 0],
  sus4: [null, 0, 2, 2, 3, 0],
  '7sus4': [null, 0, 2, 0, 3, 0],
  '9': [null, 0, -1, 0, 0, 0],
  m9: [null, 0, -2, 0, 0, 0],
  maj9: [null, 0, -1, 1, 0, null],
  '6': [null, 0, 2, 2, 2, 2],
  '6/9': [null, 0, -1, -1, 0, 0],
  '7#9': [null, 0, -1, 0, 1, null],
  '7b9': [null, 0, -1, 0, -1, null],
  m7b5: [null, 0, 1, 0, 1, null],
  dim7: [null, 0, 1, -1, 1, null],
  dim: [null, 0, 1, 2, 1, null],
};

const STANDARD_STEPS = '5 5 5 4 5';

const keyOf = ({ root, quality, bass }: ChordName): string => `${root} ${quality.suffix} ${bass}`;

const OPEN_GRIPS = byName(OPEN);
const GRIPS_WITHOUT_BARRE = byName(WITHOUT_BARRE);
const STANDARD_SIXTH = 4;
const STANDARD_FIFTH = 9;

/**
 * Lists the shapes of a name that a teacher shows first, in their order: the open one, then those that
 * are moved along the neck; none where the strings are tuned otherwise, or the name is a rare one.
 *
 * @example
 * usualShapes(parseChordName('Bm'), STANDARD_TUNING).map(formatGrip) // ['x24432', '799777']
 */
export function usualShapes(name: ChordName, tuning: Tuning): readonly Grip[] {
  if (!hasStandardSteps(tuning)) return [];
  // Shapes are named as in standard tuning; a tuning that is lower moves the name, not the shape.
  const shift = toPitchClass((openNotes(tuning)[0] ?? 0) - STANDARD_SIXTH);
  const shown: ChordName = {
    ...name,
    root: toPitchClass(name.root - shift),
    bass: toPitchClass(name.bass - shift),
  };
  const key = keyOf(shown);
  const all = [OPEN_GRIPS.get(key), ...movable(shown), GRIPS_WITHOUT_BARRE.get(key)];
  const once = new Map(all.flatMap((grip) => (grip ? [[grip.join(), grip] as const] : [])));
  return [...once.values()];
}

/** Open strings as far apart as in standard tuning, whatever they sound. */
function hasStandardSteps(tuning: Tuning): boolean {
  const open = openNotes(tuning);
  const steps = open.slice(1).map((note, index) => note - (open[index] ?? 0));
  return steps.join(' ') === STANDARD_STEPS;
}

function byName(table: Readonly<Record<string, string>>): ReadonlyMap<string, Grip> {
  return new Map(
    Object.entries(table).flatMap(([name, text]) => {
      const [parsed, grip] = [parseChordName(name), parseGrip(text)];
      return parsed && grip ? [[keyOf(parsed), grip] as const] : [];
    }),
  );
}

function moved(shape: Shape | undefined, fret: number): readonly Grip[] {
  const grip = shape?.map((step) => (step === null ? null : step + fret));
  return grip?.every((one) => one === null || one >= 0) ? [grip] : [];
}

/** On the sixth string or the fifth, the one that lies lower on the neck first. */
function movable({ root, quality, bass }: ChordName): readonly Grip[] {
  if (bass !== root) return [];
  const sixth = toPitchClass(root - STANDARD_SIXTH);
  const fifth = toPitchClass(root - STANDARD_FIFTH);
  const ways = [
    ...moved(ON_SIXTH[quality.suffix], sixth).map((grip) => ({ grip, fret: sixth })),
    ...moved(ON_FIFTH[quality.suffix], fifth).map((grip) => ({ grip, fret: fifth })),
  ];
  // At the nut the shape is an open grip, which is known by its own name.
  const held = ways.filter(({ fret }) => fret > 0);
  return held.sort((a, b) => a.fret - b.fret).map(({ grip }) => grip);
}
