import type { Conventions } from '@harvu/core/conventions';
import type { EventsTaken, SendEvents } from './events';
import type {
  Act,
  Added,
  AddStudents,
  Confirm,
  Consent,
  ConsentRecord,
  Erased,
  FactorCode,
  FactorStart,
  Me,
  NewPerson,
  OwnPassword,
  OwnSession,
  PasswordReset,
  PersonRecord,
  RecoveryCodes,
  RoleChange,
  SetUp,
  SignIn,
  StudioDoor,
} from './people';
import type { MadeCalendar, MakeCalendar, OwnCalendar } from './calendars';
import type { LessonWeeks, Mail, SaveLesson, StoredLesson } from './lessons';
import type { Assign, Overview, Plan, PlanNews, PlanSummary, SavePlan } from './plans';
import type { Evening, SaveEvening } from './evening';
import type {
  Accept,
  AddRequests,
  Decline,
  NewRequest,
  RequestQueue,
  RoughChords,
  SongRequest,
} from './requests';
import type {
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
  SongSummary,
  WithdrawOverrule,
} from './songs';
import type { KnownStudent, SaveProfile } from './students';
import type { Backup, StudioSettings, Upkeep } from './studio';
import type { SaveConstants, SaveTeaching, SongTeaching, StudioConstants } from './teaching';

export type Method = 'GET' | 'POST' | 'PUT';

/** Who may use a route: anybody, whoever it belongs to and teachers, teachers and the owner, the owner. */
export type Reach = 'anybody' | 'own' | 'teaching' | 'owner';

declare const body: unique symbol;
declare const reply: unique symbol;

/** A route of the API: how it is called, who may call it, what is sent and what comes back. */
export interface Route<
  Path extends string = string,
  Body = unknown,
  Reply = unknown,
  Who extends Reach = Reach,
> {
  readonly method: Method;
  /** Below /api; ":id" and the like stand for ids and numbers. */
  readonly path: Path;
  readonly reach: Who;
  readonly [body]?: Body;
  readonly [reply]?: Reply;
}

export type BodyOf<R> = R extends Route<string, infer Body> ? Body : never;
export type ReplyOf<R> = R extends Route<string, unknown, infer Reply> ? Reply : never;

/** The names that stand for something in a path. */
export type ParamOf<Path extends string> = Path extends `${string}:${infer Name}/${infer Rest}`
  ? Name | ParamOf<`/${Rest}`>
  : Path extends `${string}:${infer Name}`
    ? Name
    : never;

const [anyGet, anyPost] = [route('GET', 'anybody'), route('POST', 'anybody')];
const [ownGet, ownPost, ownPut] = [route('GET', 'own'), route('POST', 'own'), route('PUT', 'own')];
const [teachingGet, teachingPost, teachingPut] = [
  route('GET', 'teaching'),
  route('POST', 'teaching'),
  route('PUT', 'teaching'),
];
const [ownerGet, ownerPost, ownerPut] = [
  route('GET', 'owner'),
  route('POST', 'owner'),
  route('PUT', 'owner'),
];

/** Nothing but the path is sent, or nothing comes back. */
type None = undefined;

/** A page is given the minutes of so many days before today: a term and a little more. */
export const OVERVIEW_DAYS = 90;

/** Every route that is called with JSON or nothing and answers in JSON or nothing. */
export const ROUTES = {
  door: anyGet<None, StudioDoor>()('/studio'),
  setUp: anyPost<SetUp, None>()('/studio/set-up'),
  signIn: anyPost<SignIn, Me>()('/sign-in'),
  signOut: anyPost<None, None>()('/sign-out'),
  me: anyGet<None, Me | null>()('/me'),
  saveConventions: ownPut<Conventions, Me>()('/me/conventions'),

  changePassword: ownPost<OwnPassword, None>()('/me/password'),
  confirm: ownPost<Confirm, None>()('/me/confirm'),
  sessions: ownGet<None, readonly OwnSession[]>()('/me/sessions'),
  endSession: ownPost<None, None>()('/me/sessions/:id/end'),
  endOtherSessions: ownPost<None, None>()('/me/sessions/end-others'),
  calendar: ownGet<None, OwnCalendar>()('/me/calendar'),
  makeCalendar: ownPost<MakeCalendar, MadeCalendar>()('/me/calendar'),
  endCalendar: ownPost<None, None>()('/me/calendar/end'),
  startFactor: teachingPost<None, FactorStart>()('/me/second-factor/start'),
  takeFactor: teachingPost<FactorCode, RecoveryCodes>()('/me/second-factor'),
  dropFactor: teachingPost<None, None>()('/me/second-factor/off'),

  people: teachingGet<None, readonly PersonRecord[]>()('/people'),
  addPerson: ownerPost<NewPerson, PersonRecord>()('/people'),
  addStudents: ownerPost<AddStudents, Added>()('/people/students'),
  resetPassword: ownerPost<PasswordReset, None>()('/people/:id/password'),
  recordConsent: ownerPost<Consent, None>()('/people/:id/consent'),
  consents: ownerGet<None, readonly ConsentRecord[]>()('/people/:id/consents'),
  changeRole: ownerPost<RoleChange, None>()('/people/:id/role'),
  putAway: ownerPost<None, None>()('/people/:id/put-away'),
  takeBack: ownerPost<None, None>()('/people/:id/take-back'),
  erasePerson: ownerPost<None, Erased>()('/people/:id/erase'),
  acts: ownerGet<None, readonly Act[]>()('/acts'),
  backups: ownerGet<None, readonly Backup[]>()('/backups'),
  upkeep: ownerGet<None, Upkeep>()('/upkeep'),

  requests: ownGet<None, readonly SongRequest[]>()('/requests'),
  askForSong: ownPost<NewRequest, SongRequest>()('/requests'),
  addRequests: teachingPost<AddRequests, Added>()('/requests/several'),
  requestQueue: teachingGet<None, RequestQueue>()('/requests/queue'),
  saveChords: teachingPut<RoughChords, None>()('/requests/:id/chords'),
  acceptRequest: teachingPost<Accept, SongRequest>()('/requests/:id/accept'),
  declineRequest: teachingPost<Decline, SongRequest>()('/requests/:id/decline'),

  songs: teachingGet<None, readonly SongSummary[]>()('/songs'),
  startSong: teachingPost<NewSong, Song>()('/songs'),
  song: teachingGet<None, Song>()('/songs/:id'),
  renameSong: teachingPut<SongLabel, None>()('/songs/:id/head'),
  copySong: teachingPost<None, Song>()('/songs/:id/copy'),
  moveSong: teachingPut<MovedSong, None>()('/songs/:id/place'),
  saveSong: teachingPut<SaveSong, SavedSong>()('/songs/:id'),
  revisions: teachingGet<None, readonly RevisionSummary[]>()('/songs/:id/revisions'),
  revision: teachingGet<None, RevisionDocument>()('/songs/:id/revisions/:number'),
  songChange: teachingGet<None, SongChange | null>()('/songs/:id/changes/:after'),
  overrule: teachingPost<Overrule, readonly Overruled[]>()('/songs/:id/overrules'),
  withdrawOverrule: teachingPost<WithdrawOverrule, readonly Overruled[]>()(
    '/songs/:id/overrules/withdraw',
  ),
  songTeaching: teachingGet<None, SongTeaching>()('/songs/:id/teaching'),
  saveTeaching: teachingPut<SaveTeaching, SongTeaching>()('/songs/:id/teaching'),
  assign: teachingPost<Assign, None>()('/songs/:id/assign'),

  overview: ownGet<None, Overview>()('/overview'),
  /** The same with the minutes of so many days. */
  overviewOfDays: ownGet<None, Overview>()('/overview/days/:number'),
  plans: ownGet<None, readonly PlanSummary[]>()('/plans'),
  plan: ownGet<None, Plan>()('/plans/:id'),
  planNews: ownGet<None, PlanNews>()('/plans/:id/after/:number'),
  savePlan: teachingPut<SavePlan, Plan>()('/plans/:id'),
  withdrawPlan: teachingPost<None, None>()('/plans/:id/withdraw'),
  sendEvents: ownPost<SendEvents, EventsTaken>()('/plans/:id/events'),

  lessons: ownGet<None, LessonWeeks>()('/lessons'),
  lessonsOf: ownGet<None, readonly StoredLesson[]>()('/students/:id/lessons'),
  saveLesson: teachingPut<SaveLesson, StoredLesson>()('/lessons/:id'),
  usualLesson: teachingPost<None, None>()('/lessons/:id/as-usual'),
  outbox: teachingGet<None, readonly Mail[]>()('/outbox'),

  evening: teachingGet<None, Evening>()('/evening'),
  saveEvening: teachingPut<SaveEvening, Evening>()('/evening'),

  student: ownGet<None, KnownStudent>()('/students/:id'),
  saveStudent: teachingPut<SaveProfile, KnownStudent>()('/students/:id'),

  constants: ownGet<None, StudioConstants>()('/constants'),
  saveConstants: ownerPut<SaveConstants, StudioConstants>()('/constants'),
  settings: ownGet<None, StudioSettings>()('/settings'),
  saveSettings: ownerPut<StudioSettings, StudioSettings>()('/settings'),
} as const;

export type Routes = typeof ROUTES;
export type RouteName = keyof Routes;

/**
 * Gives the address of a route.
 *
 * @example
 * addressOf(ROUTES.plan, { id: 'x' }) // '/api/plans/x'
 */
export function addressOf<Path extends string>(
  { path }: Route<Path>,
  params: Readonly<Record<ParamOf<Path>, string | number>>,
): string {
  const named = params as Readonly<Record<string, string | number>>;
  return `/api${path.replace(/:(\w+)/g, (_, name: string) => encodeURIComponent(String(named[name])))}`;
}

function route<const Who extends Reach>(method: Method, reach: Who) {
  return <Body, Reply>() =>
    <const Path extends string>(path: Path): Route<Path, Body, Reply, Who> => ({
      method,
      path,
      reach,
    });
}
