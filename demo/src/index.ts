import { DEMO_PEOPLE } from './people.data';

/** The accounts offered on the sign-in page in demo mode; the owner first. */
export const DEMO_ACCOUNTS = DEMO_PEOPLE.map(({ signInName, name, role, password }) => ({
  signInName,
  name,
  role,
  password,
}));

export { DEMO_EVENING, DEMO_PEOPLE, DEMO_REQUESTS, DEMO_STUDIO } from './people.data';
export type { DemoLesson, DemoSaying } from './people.data';
export { simulateHistory } from './simulator';
export { DEMO_SONGS } from './songs.data';
