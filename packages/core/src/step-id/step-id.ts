/** What a step practises. */
export const STEP_KINDS = [
  'ready',
  'listen',
  'grip',
  'change',
  'hand',
  'ear',
  'phrase',
  'riff',
  'half',
  'section',
  'difference',
  'join',
  'whole',
  'recording',
  'sing',
  'perform',
  'own',
] as const;
export type StepKind = (typeof STEP_KINDS)[number];

/** A step's id, taken apart. */
export interface StepName {
  readonly kind: StepKind;
  /** What it practises, and its layer where it has one. */
  readonly parts: readonly string[];
}

/**
 * The id of a step that practises some atoms, perhaps in a layer; a difference has the id of a
 * section, so that what was played stays with it when a section turns out to be derived.
 *
 * @example
 * stepId('join', ['s1', 's2', 'full']) // 'join:s1:s2:full'
 */
export function stepId(kind: StepKind, parts: readonly string[]): string {
  return [kind === 'difference' ? 'section' : kind, ...parts].join(':');
}

/**
 * Takes the id of a step apart; one that was made of several gives each of them, one of no known kind
 * nothing.
 *
 * @example
 * readStepId('grip:G+grip:D/F#') // [{ kind: 'grip', parts: ['G'] }, { kind: 'grip', parts: ['D/F#'] }]
 * @example
 * readStepId('section:s3+2:full') // [{ kind: 'section', parts: ['s3+2', 'full'] }]
 */
export function readStepId(id: string): readonly StepName[] {
  return id.split(PIECES).flatMap((one) => {
    const [kind, ...parts] = one.split(':');
    return isKind(kind) ? [{ kind, parts }] : [];
  });
}

/** An id made of several is joined by a plus before each kind. */
const PIECES = /\+(?=[a-z]+:)/;

/**
 * Finds a step by its id. Grips and crossings are gathered anew when a song changes: where none has the
 * very id, the step that has most of what it names, and at least half of it, is meant; undefined where
 * there is none.
 *
 * @example
 * findStep([], 'grip:G') // undefined
 */
export function findStep<Named extends { readonly id: string }>(
  steps: readonly Named[],
  id: string,
): Named | undefined {
  const exact = steps.find((step) => step.id === id);
  if (exact) return exact;
  const pieces = id.split(PIECES);
  const shared = (step: Named): number =>
    step.id.split(PIECES).filter((piece) => pieces.includes(piece)).length;
  const [best] = steps.toSorted((a, b) => shared(b) - shared(a));
  return best && shared(best) > 0 && shared(best) * 2 >= pieces.length ? best : undefined;
}

function isKind(word: string | undefined): word is StepKind {
  return (STEP_KINDS as readonly (string | undefined)[]).includes(word);
}
