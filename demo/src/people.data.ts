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
  /** They do not get past a tempo in the step of this title. */
  readonly wall?: { readonly step: string; readonly bpm: number };
  /** What they said of it lately. */
  readonly says?: readonly DemoSaying[];
}

/** Something a student said in the practice room. */
export interface DemoSaying {
  readonly daysAgo: number;
  readonly kind: 'asks' | 'sore';
  readonly words: string;
}

/** What came of a lesson, so many weeks ago. */
export interface DemoLesson {
  readonly weeksAgo: number;
  readonly state: 'held' | 'missed';
  readonly word: string;
  readonly summary: string;
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
  readonly profile?: Partial<Omit<StudentProfile, 'teacherId'>>;
  /** They come on the day the demo world is made, at this time. */
  readonly comesToday?: string;
  /** The sign-in name of who teaches them; the owner where nobody is named. */
  readonly taughtBy?: string;
  readonly lessons?: readonly DemoLesson[];
  /** How they like things shown, where it is not the usual way. */
  readonly conventions?: Partial<Conventions>;
}

function held(weeksAgo: number, word: string, summary: string): DemoLesson {
  return { weeksAgo, state: 'held', word, summary };
}

const PASSWORD = 'lantern-night';
const adult = { password: PASSWORD, isMinor: false, guardian: '', consentDaysAgo: null };

export const DEMO_STUDIO = 'Tern Yard Studio';

/** The people of the demo world; the first is the owner, who teaches. */
export const DEMO_PEOPLE: readonly DemoPerson[] = [
  { ...adult, name: 'Ilse Korrin', signInName: 'ilse', role: 'owner', learns: [] },
  { ...adult, name: 'Runa Vael', signInName: 'runa', role: 'teacher', learns: [] },
  {
    ...adult,
    name: 'Odalys Renn',
    signInName: 'odalys',
    role: 'student',
    learns: [
      {
        title: 'Slow Barge to Ferrow',
        weeks: 7,
        daysAWeek: 5,
        minutesADay: 15,
        ease: 0.5,
        seed: 'odalys-barge',
        wall: { step: 'Chorus 1', bpm: 72 },
        teaching: {},
        wantedInDays: 18,
        says: [{ daysAgo: 2, kind: 'asks', words: 'Does the bridge need the ring finger?' }],
      },
    ],
    comesToday: '15:30',
    lessons: [
      held(1, 'Lay the barre before the last up-stroke.', 'Chorus 1 at the rung, bar 3 twice.'),
      held(2, 'Leave the ring finger down from Bm7.', 'The lift is clean at its goal.'),
      held(3, 'Two minutes of the change before the chorus.', 'First look at chorus 2, bar 9.'),
    ],
    profile: {
      instrument: 'Steel-string, full size',
      scaleLengthMm: 648,
      stretchMm: 112,
      minutesByWeekday: [18, 18, 18, 0, 18, 25, 25],
      lessonSlot: { weekday: 1, time: '15:30', minutes: 45 },
      ownedGrips: ['D xx0232', 'G 320033', 'A x02220'],
      changes: [
        { from: 'D', to: 'G', seconds: 0.52 },
        { from: 'G', to: 'Gm6', seconds: 0.72 },
      ],
      strokesPerSecond: 3.2,
      songsPlayed: 'Tin Lantern Waltz, last winter',
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
        says: [{ daysAgo: 3, kind: 'sore', words: '' }],
      },
    ],
    comesToday: '16:15',
    lessons: [held(1, 'Eight minutes, then shake the wrist out.', 'The waltz in two halves.')],
    profile: {
      instrument: 'Nylon-string, full size',
      scaleLengthMm: 650,
      plays: 'both',
      minutesByWeekday: [20, 20, 20, 20, 20, 20, 0],
      lessonSlot: { weekday: 3, time: '16:15', minutes: 30 },
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
    comesToday: '17:00',
    lessons: [held(1, 'Say “one, two, three” out loud.', 'The first grip rings.')],
    profile: {
      ageBand: 'under 10',
      instrument: 'Three-quarter size',
      plays: 'pick',
      scaleLengthMm: 580,
      stretchMm: 84,
      minutesByWeekday: [8, 0, 8, 0, 8, 10, 10],
      lessonSlot: { weekday: 2, time: '17:00', minutes: 30 },
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
      {
        title: 'Sluice Gate in Seven',
        weeks: 3,
        daysAWeek: 2,
        minutesADay: 8,
        ease: 0.45,
        seed: 'teo-sluice',
        teaching: {},
        wantedInDays: null,
      },
    ],
    lessons: [held(1, 'Count the twelve before you play it.', 'The shuffle without the riff.')],
    profile: {
      instrument: 'Left-handed electric',
      scaleLengthMm: 628,
      stretchMm: 118,
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
    lessons: [
      { weeksAgo: 1, state: 'missed', word: '', summary: '' },
      held(2, 'The key change at half the tempo.', 'Verse at the goal, the rest is behind.'),
    ],
    profile: {
      ageBand: '13 to 17',
      instrument: 'Electric, full size',
      voiceRange: 'A3 D5',
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
        weeks: 9,
        daysAWeek: 4,
        minutesADay: 12,
        ease: 0.55,
        silentDays: 23,
        seed: 'ruun-lock',
        teaching: { school: 'as-they-come' },
        wantedInDays: null,
      },
    ],
    profile: {
      instrument: 'Parlour guitar',
      scaleLengthMm: 610,
      plays: 'fingers',
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
        weeks: 2,
        daysAWeek: 5,
        minutesADay: 12,
        ease: 0.42,
        seed: 'pilar-barge',
        teaching: { goal: 'bare', sings: true },
        wantedInDays: 18,
      },
    ],
    taughtBy: 'runa',
    lessons: [
      held(1, 'Sing the verse without the guitar once.', 'The goal is one strum a chord now.'),
    ],
    profile: {
      instrument: 'Steel-string, full size',
      voiceRange: 'G3 C5',
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
    taughtBy: 'runa',
    profile: {
      ageBand: '10 to 12',
      instrument: 'Nylon, seven eighths',
      scaleLengthMm: 620,
      stretchMm: 92,
      plays: 'fingers',
      minutesByWeekday: [10, 10, 10, 10, 10, 0, 0],
      lessonSlot: { weekday: 2, time: '16:10', minutes: 30 },
    },
  },
  {
    ...adult,
    name: 'Ferran Loke',
    signInName: 'ferran',
    role: 'student',
    learns: [
      {
        title: 'Tin Lantern Waltz',
        weeks: 14,
        daysAWeek: 5,
        minutesADay: 14,
        silentDays: 20,
        ease: 0.86,
        seed: 'ferran-waltz',
        teaching: {},
        wantedInDays: null,
      },
      {
        title: 'Towpath Before Six',
        weeks: 3,
        daysAWeek: 6,
        minutesADay: 14,
        ease: 0.5,
        seed: 'ferran-towpath',
        teaching: {},
        wantedInDays: 32,
      },
    ],
    comesToday: '18:00',
    lessons: [
      held(1, 'Thumb alone for the walk down.', 'The tune at its rung, twice clean.'),
      held(2, 'Let the top string ring over the bar.', 'The opening is at its goal.'),
    ],
    profile: {
      instrument: 'Steel-string, full size',
      scaleLengthMm: 645,
      stretchMm: 116,
      plays: 'fingers',
      minutesByWeekday: [20, 20, 20, 20, 20, 30, 0],
      lessonSlot: { weekday: 3, time: '18:00', minutes: 30 },
      saidLast: 'The waltz is nice to come back to.',
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
  /** A rough chart, as a teacher made it of pasted chords. */
  readonly chords?: string;
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
    chords:
      'tempo: 148\nmeter: 4/4\n[Verse]\n| A7 | A7 | D7 | A7 |\n| E7 | D7 | A7 | E7 |\n[Turn]\n| A7 F#m | Bm E7 |',
  },
  {
    from: 'pilar',
    title: 'Pebble Rd (school version)',
    playedBy: '',
    why: 'My little brother sings it.',
    askedDaysAgo: 12,
    wantedInDays: null,
    status: 'waiting',
    reason: '',
    chords:
      'tempo: 88\nmeter: 4/4\n[Verse]\n| G | C | G | D |\n[Chorus]\n| C | G | D | G |\n| C | G | D | G |',
  },
  {
    from: 'lowe',
    title: 'Tin Lantern Waltz',
    playedBy: '',
    why: 'To play it with Ferran.',
    askedDaysAgo: 4,
    wantedInDays: 17,
    status: 'waiting',
    reason: '',
  },
  {
    from: 'odalys',
    title: 'Copper Weir at Midnight',
    playedBy: 'Ossel and the Sluice Hands',
    why: 'After Lantern Night.',
    askedDaysAgo: 20,
    wantedInDays: null,
    status: 'waiting',
    reason: '',
    chords:
      'tempo: 132\nmeter: 4/4\n[Verse]\n| Bb Gm | Eb F | Cm Ab | Bb F |\n[Chorus]\n| Eb Bb | Cm Gm | Ab Eb | F F7 |',
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

/** The programme of the evening in December, as it stands so far: who plays what. */
export const DEMO_EVENING: {
  readonly title: string;
  readonly inDays: number;
  /** Each by who plays and what, "bram: Tin Lantern Waltz". */
  readonly plays: readonly string[];
} = {
  title: 'Lantern Night',
  inDays: 18,
  plays: [
    'odalys: Slow Barge to Ferrow',
    'bram: Tin Lantern Waltz',
    'teo: Coal Hoist Shuffle',
    'ruun: Open Lock at Dusk',
    'sanne: Crane Yard After Rain',
    'ferran: Towpath Before Six',
  ],
};
