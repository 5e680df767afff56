export { PeopleApi } from './people.api';
export { StudioPage } from './studio-page';
