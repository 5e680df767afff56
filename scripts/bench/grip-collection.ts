import { QUALITIES } from '../../packages/core/src/chord';
import { findGrips, parseGrip, USUAL_HAND, type Grip } from '../../packages/core/src/fretboard';
import { rootName, STANDARD_TUNING, toneName } from '../../packages/core/src/pitch';
import { parseChordName } from '../../packages/core/src/chord';

/** A grip with the name it is known by. */
export interface KnownGrip {
  readonly name: string;
  readonly grip: Grip;
}

const SETUP = { tuning: STANDARD_TUNING, capo: 0 };
const PER_NAME = 4;
/** Everyday slash chords: inversions, and a bass from outside the chord. */
const SLASHES = ['/3', '/5', '/b7', '/2'] as const;
const STEPS: Readonly<Record<(typeof SLASHES)[number], readonly [major: number, minor: number]>> = {
  '/3': [4, 3],
  '/5': [7, 7],
  '/b7': [10, 10],
  '/2': [2, 2],
};

function gripsFor(name: string): readonly KnownGrip[] {
  const parsed = parseChordName(name);
  if (!parsed) return [];
  const found = findGrips({ name: parsed, setup: SETUP, hand: USUAL_HAND, count: PER_NAME });
  return found.map(({ grip }) => ({ name, grip }));
}

function namesOf(root: number): readonly string[] {
  const plain = QUALITIES.map((quality) => rootName(root) + quality.suffix);
  const slashed = ['', 'm'].flatMap((suffix, isMinor) =>
    SLASHES.map((slash) => {
      const bass = toneName(root + STEPS[slash][isMinor as 0 | 1]);
      return `${rootName(root)}${suffix}/${bass}`;
    }),
  );
  return [...plain, ...slashed];
}

/** Makes a collection of playable grips, open, barred and high, with omissions and inversions, by name. */
export function knownGrips(): readonly KnownGrip[] {
  return Array.from({ length: 12 }, (_, root) => root).flatMap((root) =>
    namesOf(root).flatMap(gripsFor),
  );
}

/** A song's worth of grips that follow each other. */
export function progression(length: number): readonly Grip[] {
  const round = ['320003', 'x32010', 'xx0232', '022000', 'x02210', '133211', 'x24432', 'xx0212'];
  return Array.from({ length }, (_, index) => parseGrip(round[index % round.length] ?? '') ?? []);
}
