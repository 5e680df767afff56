export { checked } from './fields';
export type { Checked, FieldFault } from './fields';
export {
  consentSchema,
  conventionsSchema,
  newPersonSchema,
  passwordResetSchema,
  ROLES,
  setUpSchema,
  SHORTEST_PASSWORD,
  signInSchema,
} from './people';
export type {
  Consent,
  DemoAccount,
  Me,
  NewPerson,
  PasswordReset,
  Person,
  PersonRecord,
  Role,
  SetUp,
  SignIn,
  StudioDoor,
} from './people';
export { assignSchema, newTrySchema } from './plans';
export type { Assign, NewTry, Plan, PlanSummary } from './plans';
export type { Problem } from './problem';
export { isRealDate } from './real-date';
export { declineSchema, newRequestSchema } from './requests';
export type { Decline, NewRequest, RequestStatus, SongRequest } from './requests';
export { songDocumentSchema } from './song-document';
export { newSongSchema, overruleSchema, saveSongSchema, withdrawSchema } from './songs';
export type {
  NewSong,
  Overrule,
  Overruled,
  RevisionDocument,
  RevisionSummary,
  SavedSong,
  SaveSong,
  Song,
  SongChange,
  SongSummary,
} from './songs';
