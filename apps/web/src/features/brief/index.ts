export { agendaFor, briefOf, lessonsToday } from './brief';
export type { Brief } from './brief';
export { briefNotes, gateWords, isFaded, isNearlyReady } from './brief-notes';
export type { BriefNote } from './brief-notes';
export { actionFor, AttentionList } from './attention-list';
