import type { PatternWay } from '../telling';
import type { SongCommand } from '../edits';
import type { SectionId } from '../song';

/** What Harvu notices by itself, by code; a fault must be settled or overruled, a doubt may be dismissed. */
export const CHECKS = {
  'frame-missing': 'doubt',
  'frame-late': 'fault',
  'tuned-down': 'doubt',
  'grip-name': 'fault',
  'grip-omits': 'doubt',
  'grip-colour': 'note',
  'grip-slip': 'fault',
  'grip-conflict': 'fault',
  'grip-strike': 'doubt',
  'grip-origin': 'doubt',
  'grip-drone': 'note',
  'grip-twin': 'note',
  'bass-note': 'note',
  'grip-reach': 'doubt',
  'shape-claim': 'fault',
  inventory: 'fault',
  'key-fit': 'doubt',
  'pattern-fill': 'fault',
  'pattern-hand': 'doubt',
  'pattern-tellings': 'doubt',
  'pluck-muted': 'doubt',
  'change-slot': 'doubt',
  'bar-fill': 'fault',
  'bar-ledger': 'fault',
  'repeat-scope': 'fault',
  'map-cover': 'fault',
  'map-count': 'doubt',
  'same-claim': 'doubt',
  clock: 'doubt',
  'doubt-open': 'doubt',
  rights: 'note',
  'step-order': 'note',
  'riff-count': 'fault',
  'riff-same': 'fault',
  'riff-reach': 'doubt',
  'echo-time': 'doubt',
  'step-rate': 'doubt',
} as const satisfies Record<string, Severity>;

export type CheckCode = keyof typeof CHECKS;
export type Severity = 'fault' | 'doubt' | 'note';

/** One click that settles a finding: what the button says, and the edits it makes. */
export interface Remedy {
  readonly label: string;
  readonly commands: readonly SongCommand[];
}

/** What a finding is about, by what stays the same when things are renamed and reworded. */
export type FindingPlace =
  | { readonly kind: 'frame' | 'map' | 'song' }
  | { readonly kind: 'section'; readonly id: SectionId }
  | { readonly kind: 'grip' | 'pattern' | 'riff'; readonly name: string }
  | { readonly kind: 'step'; readonly id: string };

/** Something noticed: what, where, and what to do. */
export interface Finding {
  readonly code: CheckCode;
  readonly severity: Severity;
  /** The same as long as its place and its cause are the same, so that what was dismissed stays so. */
  readonly key: string;
  readonly place: FindingPlace;
  /** Where, in words: a grip or a section by name, "the frame". */
  readonly at: string;
  readonly message: string;
  readonly remedies: readonly Remedy[];
  /** Patterns to be drawn below each other, where two tellings differ. */
  readonly patterns: readonly PatternWay[];
  /** The keys it had while keys were made of words; only what was kept under them asks for these. */
  readonly formerKeys: readonly string[];
}

/** What a cause is made of: codes, figures, frets, chord names; never words that could be put otherwise. */
export type Cause = readonly (string | number)[];

const PLACE_WORDS = { frame: 'the frame', map: 'the map', song: 'the song' } as const;

/**
 * Makes a finding; its severity is that of its code, its key is made of code, place and cause.
 *
 * @example
 * createFinding('key-fit', { place: { kind: 'frame' }, cause: ['Eb', 'G'], message: 'x' }).key // 'key-fit|frame|Eb|G'
 */
export function createFinding(
  code: CheckCode,
  what: Pick<Finding, 'place' | 'message'> & {
    /** What it rests on: it is told anew when this changes. */
    readonly cause: Cause;
    /** Where, in words; the name of the place by default. */
    readonly at?: string;
    readonly remedies?: readonly Remedy[];
    readonly patterns?: readonly PatternWay[];
    /** Where it weighs less than its code says. */
    readonly severity?: Severity;
    /** What stood in its key for its cause before. */
    readonly formerCause?: string;
  },
): Finding {
  const { place, message, cause, remedies = [], patterns = [] } = what;
  const { at = placeWords(place), formerCause = message } = what;
  const key = [code, placeKey(place), ...cause].join('|');
  const formerKeys = [formerCause, message].map((one) => `${code}|${at}|${one}`);
  const severity = what.severity ?? CHECKS[code];
  return { code, severity, key, place, at, message, remedies, patterns, formerKeys };
}

function placeKey(place: FindingPlace): string {
  if ('id' in place) return `${place.kind}:${place.id}`;
  return 'name' in place ? `${place.kind}:${place.name}` : place.kind;
}

/** How a place is told where it has a name of its own or none is given. */
function placeWords(place: FindingPlace): string {
  if ('name' in place) return place.name;
  return 'id' in place ? place.id : PLACE_WORDS[place.kind];
}
