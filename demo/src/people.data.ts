import type { StudentProfile } from '@harvu/contract';
import type { Conventions } from '@harvu/core/conventions';
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
  /** Days since they last practised, beside those they skip anyway. */
  readonly silentDays?: number;
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
  /** How they like things shown, where it is not the usual way. */
  readonly conventions?: Partial<Conventions>;
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
  {
    ...adult,
    name: 'Teo Marrin',
    signInName: 'teo',
    role: 'student',
    learns: [
      {
        title: 'Coal Hoist Shuffle',
        weeks: 4,
        daysAWeek: 4,
        minutesADay: 14,
        ease: 0.62,
        seed: 'teo-hoist',
        teaching: { school: 'hand-first' },
        wantedInDays: 60,
      },
    ],
    profile: {
      ...{ instrument: 'Left-handed electric', scaleLengthMm: 628, stretchMm: 118 },
      minutesByWeekday: [15, 0, 15, 0, 15, 30, 0],
      lessonSlot: { weekday: 0, time: '19:00', minutes: 45 },
      saidLast: 'The twelve is easier when I say it aloud.',
    },
    conventions: { leftHanded: true, strings: 'letters' },
  },
  {
    name: 'Sanne Okker',
    signInName: 'sanne',
    password: PASSWORD,
    role: 'student',
    isMinor: true,
    guardian: 'Mare Okker (mother), mare@okker.example',
    consentDaysAgo: 120,
    learns: [
      {
        title: 'Crane Yard After Rain',
        weeks: 5,
        daysAWeek: 3,
        minutesADay: 12,
        ease: 0.45,
        seed: 'sanne-crane',
        teaching: { school: 'hardest-first' },
        wantedInDays: 18,
      },
    ],
    profile: {
      ...{ ageBand: '13 to 17', instrument: 'Electric, full size', voiceRange: 'A3 D5' },
      minutesByWeekday: [10, 10, 10, 0, 0, 20, 20],
      lessonSlot: { weekday: 4, time: '17:15', minutes: 30 },
      strokesPerSecond: 4.2,
      saidLast: 'I want the key change to be loud.',
    },
  },
  {
    ...adult,
    name: 'Ruun Aldersey',
    signInName: 'ruun',
    role: 'student',
    learns: [
      {
        title: 'Open Lock at Dusk',
        weeks: 6,
        daysAWeek: 4,
        minutesADay: 12,
        ease: 0.55,
        silentDays: 9,
        seed: 'ruun-lock',
        teaching: { school: 'as-they-come' },
        wantedInDays: null,
      },
    ],
    profile: {
      ...{ instrument: 'Parlour guitar', scaleLengthMm: 610, plays: 'fingers' },
      minutesByWeekday: [12, 12, 0, 12, 0, 12, 0],
      saidLast: 'Away for work until Thursday.',
    },
    conventions: { names: 'sounding' },
  },
  {
    ...adult,
    name: 'Pilar Oost',
    signInName: 'pilar',
    role: 'student',
    learns: [
      {
        title: 'Slow Barge to Ferrow',
        weeks: 3,
        daysAWeek: 5,
        minutesADay: 12,
        ease: 0.5,
        seed: 'pilar-barge',
        teaching: { goal: 'bare', sings: true },
        wantedInDays: 18,
      },
    ],
    profile: {
      ...{ instrument: 'Steel-string, full size', voiceRange: 'G3 C5' },
      minutesByWeekday: [15, 15, 15, 15, 15, 0, 0],
      saidLast: 'I sing, somebody else may play the rest.',
    },
  },
  {
    name: 'Lowe Hanning',
    signInName: 'lowe',
    password: PASSWORD,
    role: 'student',
    isMinor: true,
    guardian: 'Ade Hanning (grandfather), ade@hanning.example',
    consentDaysAgo: 14,
    learns: [
      {
        title: 'Fog Signals, Counting',
        weeks: 2,
        daysAWeek: 5,
        minutesADay: 9,
        ease: 0.4,
        seed: 'lowe-fog',
        teaching: { goal: 'pulse', school: 'grips-first' },
        wantedInDays: null,
      },
    ],
    profile: {
      ...{ ageBand: '10 to 12', instrument: 'Nylon, seven eighths', scaleLengthMm: 620 },
      ...{ stretchMm: 92, plays: 'fingers' },
      minutesByWeekday: [10, 10, 10, 10, 10, 0, 0],
      lessonSlot: { weekday: 2, time: '16:10', minutes: 30 },
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
