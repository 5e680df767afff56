import { readSuffix, type ChordParts } from './suffix';

/** A chord quality: how it is written, the tones it has, and which of them a grip may do without. */
export interface Quality {
  /** Its written suffix; other spellings are read. */
  readonly suffix: string;
  /** Its tones in semitones above the root within one octave, in the order they are stacked. */
  readonly tones: readonly number[];
  /** The parts its tones are: a missing third says more than a missing eleventh. */
  readonly parts: ChordParts;
  /** Tones that players leave out without a word, besides a plain fifth. */
  readonly spare: readonly number[];
  /** How rare the name is, 0 for the plainest: of two names that fit alike the plainer comes first. */
  readonly rarity: number;
}

/** Suffixes that are said every day or in their books, with how rare each is. */
const SAID: readonly (readonly [suffix: string, rarity: number])[] = [
  ['', 0],
  ['m', 0.02],
  ['5', 0.05],
  ['7', 0.06],
  ['m7', 0.08],
  ['maj7', 0.1],
  ['dim7', 0.16],
  ['sus4', 0.2],
  ['dim', 0.2],
  ['aug', 0.2],
  ['6', 0.22],
  ['m7b5', 0.22],
  ['add9', 0.22],
  ['sus2', 0.24],
  ['7sus4', 0.24],
  ['9', 0.24],
  ['m6', 0.26],
  ['maj9', 0.28],
  ['m9', 0.28],
  ['madd9', 0.3],
  ['mMaj7', 0.34],
  ['11', 0.36],
  ['add11', 0.36],
  ['6/9', 0.38],
  ['m11', 0.4],
  ['9sus4', 0.4],
  ['13', 0.4],
  ['m6/9', 0.42],
  ['maj13', 0.42],
  ['maj7b5', 0.42],
  ['maj7#5', 0.42],
  ['mMaj9', 0.44],
  ['m13', 0.46],
  ['maj11', 0.46],
  ['maj7#11', 0.46],
  ['m9b5', 0.46],
  ['madd11', 0.46],
  ['(b5)', 0.5],
  ['mMaj7b5', 0.5],
  ['m7#5', 0.5],
  ['7(no3)', 0.5],
  ['7sus2', 0.5],
  ['maj9#11', 0.5],
  ['13sus4', 0.5],
  ['sus2sus4', 0.54],
  ['maj7(no3)', 0.54],
  ['m11b5', 0.54],
  ['maj9b5', 0.56],
  ['maj9#5', 0.56],
  ['add#11', 0.56],
  ['7sus4b9', 0.52],
  ['aug(add9)', 0.58],
  ['maj7sus4', 0.58],
  ['6/9#11', 0.6],
  ['6#11', 0.6],
  ['7sus4#5', 0.64],
  ['maj9sus4', 0.64],
  ['mMaj11', 0.6],
  ['mMaj13', 0.6],
  ['maj13#11', 0.6],
  ['9(no3)', 0.6],
  ['m7b9', 0.64],
  ['mMaj7#5', 0.7],
  ['add9add11', 0.7],
  ['m9#5', 0.7],
  ['m(addb6)', 0.9],
  ['(addb9)', 0.72],
  ['maj7b9', 0.74],
];

const ALTERED_FIRST = 0.28;
const ALTERED_NEXT = 0.16;
/** Where several alterations meet, "alt" says as much. */
const ALT_MORE = 0.04;

const FIFTHS = ['', 'b5', '#5'] as const;
const NINTHS = ['', 'b9', '#9', 'b9#9'] as const;
const ELEVENTHS = ['', '#11'] as const;
/** What a dominant is stacked up to, with how rare that is by itself, and what may be altered above. */
const STACKS = [
  { number: '7', rarity: 0.06, ninths: NINTHS, thirteenths: ['', 'b13'] },
  { number: '9', rarity: 0.24, ninths: [''], thirteenths: ['', 'b13'] },
  { number: '13', rarity: 0.4, ninths: NINTHS, thirteenths: [''] },
] as const;

const DOMINANTS = dominants();
/** "alt" names whatever a dominant without its plain fifth has altered. */
const ALTERED = DOMINANTS.filter(([suffix]) => /^7[b#]5[b#]9/.test(suffix));

/** Every quality Harvu gives a name by, the plainest first. */
export const QUALITIES: readonly Quality[] = [
  ...[...SAID, ...DOMINANTS].map(([suffix, rarity]) => quality(suffix, rarity)),
  ...ALTERED.map(([suffix, rarity]) => quality(suffix, rarity + ALT_MORE, '7alt')),
].sort((a, b) => a.rarity - b.rarity);

const WRITTEN = new Map<string, Quality>();
for (const one of QUALITIES) if (!WRITTEN.has(keyOf(one.parts))) WRITTEN.set(keyOf(one.parts), one);

const RAREST = 1;

const MOST_REMEMBERED = 2000;
/** A song says the same few suffixes again and again. */
const remembered = new Map<string, Quality | undefined>();

/**
 * Reads a suffix in any usual spelling as a quality, written in the usual one; undefined where it
 * cannot be read.
 *
 * @example
 * readQuality('(add9)')?.suffix // 'add9'
 */
export function readQuality(suffix: string): Quality | undefined {
  if (remembered.has(suffix)) return remembered.get(suffix);
  const read = qualityOf(suffix);
  if (remembered.size >= MOST_REMEMBERED) remembered.clear();
  remembered.set(suffix, read);
  return read;
}

/** A fifth that is altered is not altered again an octave higher. */
function isSensible(fifth: string, eleventh: string, thirteenth: string): boolean {
  return fifth === '' || (eleventh === '' && thirteenth === '');
}

/** A dominant with everything that may be altered in it, in every sensible combination. */
function dominants(): readonly (readonly [suffix: string, rarity: number])[] {
  return STACKS.flatMap(({ number, rarity, ninths, thirteenths }) =>
    FIFTHS.flatMap((fifth) =>
      ninths.flatMap((ninth) =>
        ELEVENTHS.flatMap((eleventh) =>
          thirteenths.flatMap((thirteenth) => {
            const altered = [fifth, ninth, eleventh, thirteenth].filter((one) => one !== '');
            if (altered.length === 0 || !isSensible(fifth, eleventh, thirteenth)) return [];
            const more = ALTERED_FIRST + ALTERED_NEXT * (altered.length - 1);
            return [[number + altered.join(''), rarity + more] as const];
          }),
        ),
      ),
    ),
  );
}

/** Tones above the root in the order people count them, whichever way they were told. */
function tonesOf({ third, fifth, sixth, above }: ChordParts): readonly number[] {
  return [...new Set([0, ...third, ...fifth, ...sixth, ...above])];
}

function quality(suffix: string, rarity: number, written = suffix): Quality {
  const parts = readSuffix(suffix);
  if (!parts) throw new Error(`"${suffix}" cannot be read`);
  return { suffix: written, tones: tonesOf(parts), parts, spare: parts.spare, rarity };
}

function keyOf(parts: ChordParts): string {
  const sorted = (list: readonly number[]): string => [...list].sort((a, b) => a - b).join();
  return [parts.third, parts.fifth, parts.sixth, parts.above].map(sorted).join('|');
}

function qualityOf(suffix: string): Quality | undefined {
  const parts = readSuffix(suffix);
  if (!parts) return undefined;
  if (/^7?alt$/.test(suffix)) return { ...quality('7alt', RAREST) };
  const known = WRITTEN.get(keyOf(parts));
  return known ?? { suffix, tones: tonesOf(parts), parts, spare: parts.spare, rarity: RAREST };
}
