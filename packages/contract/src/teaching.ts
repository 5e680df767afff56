import { ASSUMPTIONS, type Assumption } from '@harvu/core/assumptions';
import { HIGHEST_FRET, type Finger } from '@harvu/core/fretboard';
import { SCHOOLS, type PlanChange, type Teaching } from '@harvu/core/plan';
import { LAYERS } from '@harvu/core/song';
import { array, boolean, mixed, number, object, string, type Schema } from 'yup';
import { byKind, exactly, maybeDay, maybeWords, whole, words } from './fields';
import { ASSUMPTION_NAMES, type OwnConstants } from '@harvu/core/constants';

const MOST_CHANGES = 300;

const stepId = () => words(600);
const kind = <Kind extends string>(name: Kind) =>
  string<Kind>().strict(true).required().oneOf([name]);
const after = () => string().strict(true).defined('must be a step or null').nullable().max(600);
const school = () =>
  string().strict(true).required('must be chosen').oneOf(SCHOOLS, 'must be a school of order');
const tempo = () => number().strict(true).min(20).max(400).optional();

const grip = array()
  .of(number().strict(true).defined().nullable().integer().min(0).max(HIGHEST_FRET))
  .strict(true)
  .required('must be a grip')
  .min(4)
  .max(8);
const fingers = array()
  .of(mixed<NonNullable<Finger>>().defined().nullable().oneOf([1, 2, 3, 4, 'T', null]))
  .strict(true)
  .max(8)
  .optional();

/** The fields of one kind of change. */
const ofKind = <Kind extends PlanChange['kind']>() =>
  exactly<Extract<PlanChange, { readonly kind: Kind }>>();

/** Each thing that is done by hand, by its kind. */
const CHANGES: Readonly<Record<PlanChange['kind'], Schema>> = {
  move: ofKind<'move'>()({ kind: kind('move'), step: stepId(), after: after(), school: school() }),
  drop: ofKind<'drop'>()({ kind: kind('drop'), step: stepId() }),
  split: ofKind<'split'>()({ kind: kind('split'), step: stepId(), afterBar: whole(1, 999) }),
  merge: ofKind<'merge'>()({ kind: kind('merge'), step: stepId(), with: stepId() }),
  own: ofKind<'own'>()({
    kind: kind('own'),
    step: words(60).matches(/^own:/, 'must begin with own:'),
    title: words(80),
    goal: maybeWords(120),
    minutes: number().strict(true).required('must be a number').min(0).max(600),
    startBpm: tempo(),
    goalBpm: tempo(),
    after: after(),
  }),
  note: ofKind<'note'>()({ kind: kind('note'), step: stepId(), words: words(300) }),
  optional: ofKind<'optional'>()({ kind: kind('optional'), step: stepId() }),
  'bring-back': ofKind<'bring-back'>()({ kind: kind('bring-back'), step: stepId() }),
  grip: ofKind<'grip'>()({ kind: kind('grip'), name: words(37), grip, fingers }),
  strummed: ofKind<'strummed'>()({ kind: kind('strummed'), what: words(40) }),
  'open-stroke': ofKind<'open-stroke'>()({
    kind: kind('open-stroke'),
    from: words(24),
    to: words(24),
  }),
  'leave-out': ofKind<'leave-out'>()({
    kind: kind('leave-out'),
    part: words(20),
    section: string().strict(true).min(1).max(20).optional(),
  }),
};

const unknownChange = object().test('kind', 'must be a change that is known', () => false);

/** How a song is taught to somebody. */
export const teachingSchema = exactly<Teaching>()({
  school: school(),
  goal: string().strict(true).required('must be chosen').oneOf(LAYERS, 'must be a layer'),
  sings: boolean().strict(true).required('must be said'),
  byEar: boolean().strict(true).optional(),
  twoRungs: boolean().strict(true).required('must be said'),
  wantedOn: maybeDay(),
  changes: array()
    .of(byKind<PlanChange>(CHANGES, unknownChange))
    .strict(true)
    .required('must be a list')
    .max(MOST_CHANGES, `must have at most ${MOST_CHANGES} entries`),
});

export interface SaveTeaching {
  readonly baseVersion: number;
  readonly teaching: Teaching;
}

/** How a song is taught, from the state one started from. */
export const saveTeachingSchema = exactly<SaveTeaching>()({
  baseVersion: whole(0, 1_000_000),
  teaching: teachingSchema,
});

/** How the studio teaches a song until a student's plan says otherwise. */
export interface SongTeaching {
  /** 0 while nobody has said anything. */
  readonly version: number;
  readonly teaching: Teaching;
}

const ownValue = (name: string, { value, changeable }: Assumption) =>
  number()
    .strict(true)
    .min(changeable?.least ?? value, `must be at least ${changeable?.least ?? value}`)
    .max(changeable?.most ?? value, `must be at most ${changeable?.most ?? value}`)
    .optional()
    .label(name);

/** The constants a studio sets to values of its own; only those it may, within their bounds. */
export const ownConstantsSchema = exactly(
  Object.fromEntries(
    ASSUMPTION_NAMES.filter((name) => 'changeable' in ASSUMPTIONS[name]).map((name) => [
      name,
      ownValue(name, ASSUMPTIONS[name]),
    ]),
  ),
);

const figure = (least: number, most: number) => number().strict(true).min(least).max(most);
const namesOwned = () =>
  array()
    .of(string().strict(true).required('must be a name').max(400))
    .strict(true)
    .required('must be a list')
    .max(5000, 'must have at most 5000 entries');

/** What a plan was made with: what was known of the student then, and the studio's own constants. */
export const figuresSchema = exactly({
  student: exactly({
    ownedGrips: namesOwned(),
    ownedPatterns: namesOwned(),
    changes: array()
      .of(
        object({
          from: string().strict(true).required('must be a grip').max(120),
          to: string().strict(true).required('must be a grip').max(120),
          seconds: figure(0, 60).required('must be a number'),
        }),
      )
      .strict(true)
      .required('must be a list')
      .max(5000, 'must have at most 5000 entries'),
    strokesPerSecond: figure(0.05, 60),
    strokesAtLeast: figure(0.05, 60),
    paceFactor: figure(0.1, 10),
    rungRatio: figure(1.005, 2),
    scaleLengthMm: figure(200, 1200),
    stretchMm: figure(20, 300),
  }),
  constants: ownConstantsSchema,
});

export interface SaveConstants {
  readonly baseVersion: number;
  readonly values: OwnConstants;
}

/** The studio's own constants, from the state one started from. */
export const constantsSchema = exactly<SaveConstants>()({
  baseVersion: whole(0, 1_000_000),
  values: ownConstantsSchema,
});

/** The studio's own constants, as often as they were saved. */
export interface StudioConstants {
  readonly version: number;
  readonly values: OwnConstants;
}
