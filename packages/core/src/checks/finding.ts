import type { PatternWay } from '../rhythm';
import type { SongCommand } from '../song';

/** What Harvu notices by itself, by code; a fault must be settled or overruled, a doubt may be dismissed. */
export const CHECKS = {
  'frame-missing': 'doubt',
  'frame-late': 'fault',
  'grip-name': 'fault',
  'grip-omits': 'doubt',
  'grip-colour': 'note',
  'grip-slip': 'fault',
  'grip-conflict': 'fault',
  'grip-strike': 'doubt',
  'grip-origin': 'doubt',
  'grip-twin': 'note',
  'grip-reach': 'doubt',
  'shape-claim': 'fault',
  inventory: 'fault',
  'key-fit': 'doubt',
  'pattern-fill': 'fault',
  'pattern-hand': 'doubt',
  'pattern-tellings': 'doubt',
  'change-slot': 'doubt',
  'bar-fill': 'fault',
  'bar-ledger': 'fault',
  'repeat-scope': 'fault',
  'map-cover': 'fault',
  'same-claim': 'doubt',
  clock: 'doubt',
  'doubt-open': 'doubt',
  rights: 'note',
  'step-order': 'note',
  'step-rate': 'doubt',
} as const satisfies Record<string, Severity>;

export type CheckCode = keyof typeof CHECKS;
export type Severity = 'fault' | 'doubt' | 'note';

/** One click that settles a finding: what the button says, and the edits it makes. */
export interface Remedy {
  readonly label: string;
  readonly commands: readonly SongCommand[];
}

/** Something noticed: what, where, and what to do. */
export interface Finding {
  readonly code: CheckCode;
  readonly severity: Severity;
  /** The same as long as its cause is the same, so that what was dismissed stays so. */
  readonly key: string;
  /** Where: a grip or a section by name, "the frame". */
  readonly at: string;
  readonly message: string;
  readonly remedies: readonly Remedy[];
  /** Patterns to be drawn below each other, where two tellings differ. */
  readonly patterns: readonly PatternWay[];
}

/**
 * Makes a finding; its severity is that of its code, its key where it is and its cause, by default
 * what it says.
 *
 * @example
 * createFinding('key-fit', { at: 'the frame', message: 'x' }).severity // 'doubt'
 */
export function createFinding(
  code: CheckCode,
  what: Pick<Finding, 'at' | 'message'> & {
    /** What it is about, the same in everybody's words. */
    readonly cause?: string;
    readonly remedies?: readonly Remedy[];
    readonly patterns?: readonly PatternWay[];
  },
): Finding {
  const { at, message, cause = message, remedies = [], patterns = [] } = what;
  const key = `${code}|${at}|${cause}`;
  return { code, severity: CHECKS[code], key, at, message, remedies, patterns };
}
