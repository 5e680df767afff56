import type { PlanEvent } from '@harvu/core/events';
import { array, boolean, number, object, string, type Schema } from 'yup';
import { byKind, day, exactly, id, moment, optionalMoment, whole, words } from './fields';
import type { Problem } from './problem';

/** What happened, as the device writes it down; who says so is the server's to know. */
export type NewEvent = AsWritten<Exclude<PlanEvent, { readonly kind: 'changed' }>>;

/** Of each kind by itself. */
type AsWritten<Event> = Event extends unknown ? Omit<Event, 'source' | 'receivedAt'> : never;

const MOST_AT_ONCE = 200;
/** More strokes than these are no take. */
const MOST_STROKES = 20_000;

const stepId = () => words(600);
const happened = {
  id: id(),
  at: moment(),
  day: day(),
  revision: whole(1, 1_000_000),
};
const seconds = () => number().strict(true).required('must be a number').min(0).max(14_400);
const tempo = () =>
  number().strict(true).defined('must be a tempo or null').nullable().min(1).max(1000);
const bar = () => whole(1, 5000);
/** Strings by their numbers. */
const strings = (least: number) =>
  array()
    .of(whole(1, 12).required('must be a string'))
    .strict(true)
    .required('must be a list of strings')
    .min(least, 'must have a string')
    .max(12, 'must have at most 12 strings');
const kind = <Kind extends NewEvent['kind']>(name: Kind) =>
  string<Kind>().strict(true).required().oneOf([name]);

/** The fields of one kind of event. */
const ofKind = <Kind extends NewEvent['kind']>() =>
  exactly<Extract<NewEvent, { readonly kind: Kind }>>();

/** Each kind of event. */
const EVENTS: Readonly<Record<NewEvent['kind'], Schema>> = {
  try: ofKind<'try'>()({
    ...happened,
    kind: kind('try'),
    stepId: stepId(),
    bpm: tempo(),
    clean: boolean().strict(true).required('must be said'),
    passes: whole(1, 100),
    seconds: seconds(),
    failedBar: bar().optional(),
    stopped: boolean().strict(true).oneOf([true], 'must be true, or left out').optional(),
  }),
  'sign-off': ofKind<'sign-off'>()({ ...happened, kind: kind('sign-off'), stepId: stepId() }),
  note: ofKind<'note'>()({
    ...happened,
    kind: kind('note'),
    words: words(500),
    stepId: string().strict(true).defined('must be a step or null').nullable().max(600),
  }),
  correction: ofKind<'correction'>()({
    ...happened,
    kind: kind('correction'),
    of: id(),
    clean: boolean().strict(true).defined('must be said, or null').nullable(),
  }),
  where: ofKind<'where'>()({ ...happened, kind: kind('where'), of: id(), bar: bar() }),
  time: ofKind<'time'>()({
    ...happened,
    kind: kind('time'),
    stepId: stepId(),
    bpm: tempo(),
    seconds: seconds(),
  }),
  drill: ofKind<'drill'>()({
    ...happened,
    kind: kind('drill'),
    stepId: stepId(),
    from: words(40),
    to: words(40),
    count: whole(1, 400),
    seconds: number().strict(true).required('must be a number').min(10).max(600),
  }),
  strokes: ofKind<'strokes'>()({
    ...happened,
    kind: kind('strokes'),
    stepId: stepId(),
    perSecond: number().strict(true).required('must be a number').min(0.2).max(40),
    seconds: seconds(),
  }),
  take: ofKind<'take'>()({
    ...happened,
    kind: kind('take'),
    stepId: stepId(),
    bpm: tempo(),
    seconds: seconds(),
    from: string()
      .strict(true)
      .required('must be said')
      .oneOf(['microphone', 'file', 'midi', 'taps', 'stand-in'] as const),
    clean: boolean().strict(true).required('must be said'),
    strokes: whole(0, MOST_STROKES),
    missed: whole(0, MOST_STROKES),
    extra: whole(0, MOST_STROKES),
    spreadMs: number().strict(true).required('must be a number').min(0).max(10_000),
    driftPercent: number().strict(true).required('must be a number').min(-100).max(100),
    changes: array()
      .of(
        exactly({
          from: words(40),
          to: words(40),
          lateMs: number()
            .strict(true)
            .defined('must be a number or null')
            .nullable()
            .min(-10_000)
            .max(10_000),
          leavesS: number().strict(true).required('must be a number').min(0).max(600),
        }),
      )
      .strict(true)
      .required('must be a list')
      .max(200, 'must have at most 200 changes'),
  }),
  ring: ofKind<'ring'>()({
    ...happened,
    kind: kind('ring'),
    stepId: stepId(),
    grip: words(40),
    struck: strings(1),
    dull: strings(0),
  }),
  sore: ofKind<'sore'>()({ ...happened, kind: kind('sore') }),
  stuck: ofKind<'stuck'>()({
    ...happened,
    kind: kind('stuck'),
    stepId: stepId(),
    bar: number()
      .strict(true)
      .defined('must be a bar or null')
      .nullable()
      .integer()
      .min(1)
      .max(5000),
  }),
};

const unknownEvent = object().test('kind', 'must be an event that is known', () => false);

/** One event; what is kept on a device is checked by it too. */
export const newEventSchema = byKind<NewEvent>(EVENTS, unknownEvent);

/** Events of one plan, in any order; each is stored once, however often it is sent. */
export const sendEventsSchema = exactly<SendEvents>()({
  sentAt: optionalMoment(),
  events: array()
    .of(newEventSchema)
    .strict(true)
    .required('must be a list')
    .min(1, 'must have an event')
    .max(MOST_AT_ONCE, `must have at most ${MOST_AT_ONCE} events`),
});

export interface SendEvents {
  /** What time the device's clock said when it sent them; the server keeps it beside its own. */
  readonly sentAt?: string;
  readonly events: readonly NewEvent[];
}

/** What became of events that were sent: all others are stored. */
export interface EventsTaken {
  readonly refused: readonly { readonly id: string; readonly problem: Problem }[];
}
