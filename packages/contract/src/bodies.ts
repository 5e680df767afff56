import type { Schema } from 'yup';
import { sendEventsSchema } from './events';
import {
  addStudentsSchema,
  confirmSchema,
  consentSchema,
  conventionsSchema,
  factorSchema,
  newPersonSchema,
  ownPasswordSchema,
  passwordResetSchema,
  roleSchema,
  setUpSchema,
  signInSchema,
} from './people';
import { makeCalendarSchema } from './calendars';
import { saveEveningSchema } from './evening';
import { saveLessonSchema } from './lessons';
import { assignSchema, savePlanSchema } from './plans';
import {
  acceptSchema,
  addRequestsSchema,
  chordsSchema,
  declineSchema,
  newRequestSchema,
} from './requests';
import type { BodyOf, RouteName, Routes } from './routes';
import {
  movedSongSchema,
  newSongSchema,
  overruleSchema,
  saveSongSchema,
  songLabelSchema,
  withdrawSchema,
} from './songs';
import { saveProfileSchema } from './students';
import { settingsSchema } from './studio';
import { constantsSchema, saveTeachingSchema } from './teaching';

/** The routes that take a body, with what it has to be. */
type Bodies = {
  readonly [Name in RouteName as BodyOf<Routes[Name]> extends undefined ? never : Name]: Schema<
    BodyOf<Routes[Name]>
  >;
};

/** What the body of each route has to be; the routes themselves stand apart, so that pages need no validation to call them. */
export const BODIES: Bodies = {
  setUp: setUpSchema,
  signIn: signInSchema,
  saveConventions: conventionsSchema,
  changePassword: ownPasswordSchema,
  confirm: confirmSchema,
  takeFactor: factorSchema,
  addStudents: addStudentsSchema,
  addRequests: addRequestsSchema,

  makeCalendar: makeCalendarSchema,
  addPerson: newPersonSchema,
  resetPassword: passwordResetSchema,
  changeRole: roleSchema,
  recordConsent: consentSchema,
  askForSong: newRequestSchema,
  acceptRequest: acceptSchema,
  declineRequest: declineSchema,
  saveChords: chordsSchema,
  startSong: newSongSchema,
  saveSong: saveSongSchema,
  renameSong: songLabelSchema,
  moveSong: movedSongSchema,
  overrule: overruleSchema,
  withdrawOverrule: withdrawSchema,
  saveTeaching: saveTeachingSchema,
  assign: assignSchema,
  savePlan: savePlanSchema,
  saveLesson: saveLessonSchema,
  saveEvening: saveEveningSchema,
  sendEvents: sendEventsSchema,
  saveStudent: saveProfileSchema,

  saveConstants: constantsSchema,
  saveSettings: settingsSchema,
};
