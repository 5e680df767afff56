import type { ShownSkills } from '../../player';
import type { SongPatterns, StruckBar } from '../../timeline';
import type { SongGrip } from '../../player';
import type { Layer } from '../../song';
import type { Goal, Step } from '../step';
import type { StepAbout } from '../step-title';
import type { Workpiece } from '../workpiece';

/** What a step is about; everything that treats steps alike asks for this and not for the kind. */
export type Subject =
  | 'frame'
  | 'listening'
  /** A grip, a change, the picking hand: what music is made of. */
  | 'hands'
  | 'part'
  | 'join'
  | 'whole'
  /** The whole song with others: the recording, a voice, listeners. */
  | 'after'
  | 'own';

/** What a pass needs to know of its step. */
export type PlayedStep = Pick<Step, 'kind' | 'atoms' | 'layer' | 'bars'>;

/** What of a song a step's proof is read from. */
export interface Proven {
  readonly grips: readonly SongGrip[];
  readonly patterns: SongPatterns;
  readonly goalBpm: number;
}

/** Everything there is to know of one kind of step. */
export interface Kind {
  readonly goal: Goal;
  readonly subject: Subject;
  /** Its place when a song is taught section by section; the lower first. */
  readonly rank: number;
  /** What its rungs count. */
  readonly rungUnit: 'bpm' | 'changes a minute';
  /** What the practice room shows large. */
  readonly scene: 'frame' | 'map' | 'hand' | 'words' | 'grips' | 'riff' | 'ear';
  /** What a clean try is called. */
  readonly cleanWord: 'done' | 'clean' | 'ringing';
  /** What the student has of it afterwards, from this song into every other. */
  readonly learns?: 'grip' | 'change' | 'pattern' | 'riff' | 'phrase';
  /** What is counted of the hand in a minute of it. */
  readonly drill?: 'changes' | 'strokes';
  /** It tells fret numbers, so tuning and capo come before it. */
  readonly hasFrets?: true;
  /** A pass goes from the song's first bar to its last. */
  readonly isWholeSong?: true;
  /** What it holds, its part holds. */
  readonly holdsPart?: true;
  /** It is a motion that can be harder or easier than its goal asks. */
  readonly hasHeadroom?: true;
  /** The hand that strikes. */
  readonly isPickingHand?: true;
  /** What the step is about that two of them are made; none where two cannot be one. */
  readonly merged?: (a: Step, b: Step, work: Workpiece) => StepAbout;
  /** It can be learnt in two halves. */
  readonly canSplit?: true;
  /** What is played once through; none where nothing is. */
  readonly play: (step: PlayedStep, work: Workpiece, layer: Layer) => readonly StruckBar[];
  /** Whether the student has it already, from any song. */
  readonly isOwned?: (step: Step, work: Workpiece) => boolean;
  /** What holding it at a tempo (0 without a click) shows of the student. */
  readonly prove?: (
    parts: readonly string[],
    heldBpm: number,
    song: Proven,
  ) => Partial<ShownSkills>;
}

/** Nothing is played. */
export const playNothing = (): readonly StruckBar[] => [];
