import type { StudentProfile } from '@harvu/contract';
import type { Teaching } from '@harvu/core/plan';

/** What somebody of the demo world learns, and how. */
export interface DemoLearning {
  readonly title: string;
  /** Where it differs from how the studio teaches the song. */
  readonly teaching: Partial<Omit<Teaching, 'wantedOn'>>;
  /** Days until it is wanted; null where nobody said. */
  readonly wantedInDays: number | null;
  /** How long ago the song was given. */
  readonly weeks: number;
  /** Days a week with practice. */
  readonly daysAWeek: number;
  readonly minutesADay: number;
  /** Chance, 0 to 1, of a clean pass on the first day at a new rung. */
  readonly ease: number;
  readonly seed: string;
}

/** Somebody of the demo world. */
export interface DemoPerson {
  readonly name: string;
  readonly signInName: string;
  readonly password: string;
  readonly role: 'owner' | 'teacher' | 'student';
  readonly isMinor: boolean;
  readonly guardian: string;
  readonly consentDaysAgo: number | null;
  readonly learns: readonly DemoLearning[];
  /** What the studio knows of a student; nothing of who teaches. */
  readonly profile?: Partial<StudentProfile>;
}

const PASSWORD = 'lantern-night';
const adult = { password: PASSWORD, isMinor: false, guardian: '', consentDaysAgo: null };

export const DEMO_STUDIO = 'Tern Yard Studio';

/** The people of the demo world; the first is the owner, who teaches. */
export const DEMO_PEOPLE: readonly DemoPerson[] = [
  { ...adult, name: 'Ilse Korrin', signInName: 'ilse', role: 'owner', learns: [] },
  {
    ...adult,
    name: 'Odalys Renn',
    signInName: 'odalys',
    role: 'student',
    learns: [
      {
        title: 'Slow Barge to Ferrow',
        weeks: 8,
        daysAWeek: 5,
        minutesADay: 15,
        ease: 0.6,
        seed: 'odalys-barge',
        teaching: {},
        wantedInDays: 18,
      },
    ],
    profile: {
      ...{ instrument: 'Steel-string, full size', scaleLengthMm: 648, stretchMm: 112 },
      minutesByWeekday: [18, 18, 18, 0, 18, 25, 25],
      lessonSlot: { weekday: 1, time: '16:30', minutes: 45 },
      ownedGrips: ['D xx0232', 'G 320033', 'A x02220'],
      changes: [
        { from: 'D', to: 'G', seconds: 0.52 },
        { from: 'G', to: 'Gm6', seconds: 0.72 },
      ],
      ...{ strokesPerSecond: 3.2, songsPlayed: 'Tin Lantern Waltz, last winter' },
      saidLast: 'The lift is fine, the bridge still scares me.',
    },
  },
  {
    ...adult,
    name: 'Bram Tessel',
    signInName: 'bram',
    role: 'student',
    learns: [
      {
        title: 'Tin Lantern Waltz',
        weeks: 2,
        daysAWeek: 4,
        minutesADay: 10,
        ease: 0.8,
        seed: 'bram-waltz',
        teaching: { school: 'as-they-come' },
        wantedInDays: 18,
      },
    ],
    profile: {
      ...{ instrument: 'Nylon-string, full size', scaleLengthMm: 650, plays: 'both' },
      minutesByWeekday: [20, 20, 20, 20, 20, 20, 0],
      lessonSlot: { weekday: 3, time: '18:00', minutes: 30 },
      bodyNote: 'sore wrist',
      saidLast: 'Can we try something with a riff?',
    },
  },
  {
    name: 'Wiebke Halm',
    signInName: 'wiebke',
    password: PASSWORD,
    role: 'student',
    isMinor: true,
    guardian: 'Joris Halm (father), joris@halm.example',
    consentDaysAgo: 60,
    learns: [
      {
        title: 'Tin Lantern Waltz',
        weeks: 1,
        daysAWeek: 4,
        minutesADay: 7,
        ease: 0.3,
        seed: 'wiebke-waltz',
        teaching: { goal: 'pulse' },
        wantedInDays: null,
      },
    ],
    profile: {
      ...{ ageBand: 'under 10', instrument: 'Three-quarter size', plays: 'pick' },
      ...{ scaleLengthMm: 580, stretchMm: 84 },
      minutesByWeekday: [8, 0, 8, 0, 8, 10, 10],
      lessonSlot: { weekday: 2, time: '15:30', minutes: 30 },
      saidLast: 'My fingers are getting harder!',
    },
  },
];

/** A request in the demo world. */
export interface DemoRequest {
  readonly from: string;
  readonly title: string;
  readonly playedBy: string;
  readonly why: string;
  readonly askedDaysAgo: number;
  readonly wantedInDays: number | null;
  readonly status: 'waiting' | 'accepted' | 'declined';
  readonly reason: string;
}

export const DEMO_REQUESTS: readonly DemoRequest[] = [
  {
    from: 'odalys',
    title: 'Slow Barge to Ferrow',
    playedBy: 'Ossel and the Sluice Hands',
    why: 'For Lantern Night, with my sister singing.',
    askedDaysAgo: 42,
    wantedInDays: 18,
    status: 'accepted',
    reason: '',
  },
  {
    from: 'wiebke',
    title: 'Pebble Road',
    playedBy: 'The Bollard Children',
    why: 'We sing it at school.',
    askedDaysAgo: 2,
    wantedInDays: null,
    status: 'waiting',
    reason: '',
  },
  {
    from: 'bram',
    title: 'Cinder Lane Shuffle',
    playedBy: 'Pale Tram Four',
    why: 'I like the riff.',
    askedDaysAgo: 6,
    wantedInDays: 40,
    status: 'waiting',
    reason: '',
  },
  {
    from: 'bram',
    title: 'Nine Bridges at Speed',
    playedBy: 'Pale Tram Four',
    why: 'It is the fastest one I know.',
    askedDaysAgo: 30,
    wantedInDays: null,
    status: 'declined',
    reason:
      'The waltz first: this one needs four barre grips you have not met. Ask again in spring.',
  },
];
