export { recognise, servePeople } from './people.routes';
export { createPeopleService } from './people.service';
export { createPeopleStore } from './people.store';
export type { PeopleStore } from './people.store';
export { createSessionsStore } from './sessions.store';
