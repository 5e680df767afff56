/** What somebody of the demo world learns, and how. */
export interface DemoLearning {
  readonly title: string;
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
      },
    ],
  },
  {
    ...adult,
    name: 'Bram Tessel',
    signInName: 'bram',
    role: 'student',
    learns: [
      {
        title: 'Tin Lantern Waltz',
        weeks: 6,
        daysAWeek: 6,
        minutesADay: 20,
        ease: 0.86,
        seed: 'bram-waltz',
      },
    ],
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
      },
    ],
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
