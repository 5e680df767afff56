import type { Step } from '../step';
import { change } from './change';
import { grip } from './grip';
import { half } from './half';
import { hand } from './hand';
import { join } from './join';
import type { Kind } from './kind';
import { listen } from './listen';
import { own } from './own';
import { perform } from './perform';
import { ready } from './ready';
import { recording } from './recording';
import { ear, phrase, riff } from './riff';
import { difference, section } from './section';
import { sing } from './sing';
import { whole } from './whole';
import type { StepKind } from '../../step-id';

/** Every kind of step. */
const KINDS: Readonly<Record<StepKind, Kind>> = {
  ready,
  listen,
  grip,
  change,
  hand,
  ear,
  phrase,
  riff,
  half,
  section,
  difference,
  join,
  whole,
  recording,
  sing,
  perform,
  own,
};

/**
 * Gives what there is to know of a step's kind.
 *
 * @example
 * kindOf({ kind: 'join' }).goal.cleanInRow // 5
 */
export function kindOf({ kind }: Pick<Step, 'kind'>): Kind {
  return KINDS[kind];
}

export type { Kind, Subject, PlayedStep, Proven } from './kind';
