export { checked } from './fields';
export type { Checked, FieldFault } from './fields';
export {
  addStudentsSchema,
  confirmSchema,
  consentSchema,
  conventionsSchema,
  factorSchema,
  newPersonSchema,
  ownPasswordSchema,
  passwordResetSchema,
  roleSchema,
  ROLES,
  setUpSchema,
  SHORTEST_PASSWORD,
  signInSchema,
} from './people';
export type {
  Act,
  Added,
  AddStudents,
  Confirm,
  Consent,
  ConsentRecord,
  DemoAccount,
  Erased,
  FactorCode,
  FactorStart,
  Me,
  NewPerson,
  OwnPassword,
  OwnSession,
  PasswordReset,
  Person,
  PersonRecord,
  RecoveryCodes,
  Role,
  RoleChange,
  Restored,
  SetUp,
  SignIn,
  StudioDoor,
} from './people';
export { makeCalendarSchema } from './calendars';
export type { MadeCalendar, MakeCalendar, OwnCalendar } from './calendars';
export { newEventSchema, sendEventsSchema } from './events';
export type { EventsTaken, NewEvent, SendEvents } from './events';
export { lessonNotesSchema, saveLessonSchema } from './lessons';
export type {
  HeardItem,
  LessonNotes,
  LessonWeeks,
  Mail,
  SaveLesson,
  StoredLesson,
} from './lessons';
export { assignSchema, savePlanSchema } from './plans';
export type {
  Assign,
  Overview,
  OverviewStudent,
  WaitingRequest,
  Plan,
  PlanFigures,
  PlanNews,
  PlanSummary,
  SavePlan,
  OverviewSong,
  StoredEvent,
} from './plans';
export type { Problem } from './problem';
export { isRealDate } from './real-date';
export { addRequestsSchema, declineSchema, newRequestSchema } from './requests';
export type {
  AddRequests,
  Decline,
  NewRequest,
  RequestStatus,
  SongRequest,
  Accept,
  RequestQueue,
  RoughChords,
  WeighedRequest,
} from './requests';
export { songDocumentSchema } from './song-document';
export {
  DELETED_KEPT_DAYS,
  movedSongSchema,
  newSongSchema,
  overruleSchema,
  saveSongSchema,
  SONG_PLACES,
  songLabelSchema,
  withdrawSchema,
} from './songs';
export type {
  MovedSong,
  NewSong,
  Overrule,
  Overruled,
  RevisionDocument,
  RevisionSummary,
  SavedSong,
  SaveSong,
  Song,
  SongChange,
  SongLabel,
  SongPlace,
  SongSummary,
} from './songs';
export {
  AGE_BANDS,
  MINOR_BANDS,
  NEW_PROFILE,
  saveProfileSchema,
  studentProfileSchema,
  toStudent,
} from './students';
export type { KnownStudent, LessonSlot, SaveProfile, StudentProfile } from './students';
export {
  constantsSchema,
  figuresSchema,
  ownConstantsSchema,
  saveTeachingSchema,
  teachingSchema,
} from './teaching';
export type { SaveConstants, SaveTeaching, SongTeaching, StudioConstants } from './teaching';
export { BODIES } from './bodies';
export { addressOf, ROUTES } from './routes';
export type { BodyOf, Method, ParamOf, Reach, ReplyOf, Route, RouteName, Routes } from './routes';
export { breaksSchema, settingsSchema } from './studio';
export type { Backup, ComingErasure, StudioSettings, Upkeep } from './studio';
export { sheetQuerySchema, termQuerySchema } from './sheets';
export type { Paper, SheetQuery } from './sheets';
export { programmeSchema, saveEveningSchema } from './evening';
export type { Evening, EveningPlay, Programme, SaveEvening } from './evening';
