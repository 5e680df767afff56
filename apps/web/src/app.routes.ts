import type { Routes } from '@angular/router';
import { homeRedirect, signedIn, teaching, owning } from './platform/guards';

/** Every view, each loaded when it is first opened. */
export const ROUTES: Routes = [
  {
    path: 'sign-in',
    title: 'Sign in · Harvu',
    loadComponent: () => import('./features/sign-in').then((m) => m.SignInPage),
  },
  { path: '', pathMatch: 'full', canActivate: [homeRedirect], children: [] },
  {
    path: 'requests',
    title: 'Requests · Harvu',
    canActivate: [signedIn],
    loadComponent: () => import('./features/requests').then((m) => m.RequestsPage),
  },
  {
    path: 'today',
    title: 'Today · Harvu',
    canActivate: [teaching],
    loadComponent: () => import('./features/today').then((m) => m.TodayPage),
  },
  {
    path: 'evening',
    title: 'The evening · Harvu',
    canActivate: [teaching],
    loadComponent: () => import('./features/evening').then((m) => m.EveningPage),
  },
  {
    path: 'lessons',
    title: 'Lessons · Harvu',
    canActivate: [teaching],
    loadComponent: () => import('./features/calendar').then((m) => m.CalendarPage),
  },
  {
    path: 'lessons/:id',
    title: 'Lesson · Harvu',
    canActivate: [teaching],
    loadComponent: () => import('./features/lesson').then((m) => m.LessonPage),
  },
  {
    path: 'songs',
    title: 'Songs · Harvu',
    canActivate: [teaching],
    loadComponent: () => import('./features/songs').then((m) => m.SongsPage),
  },
  {
    path: 'songs/:id/bench',
    title: 'Bench · Harvu',
    canActivate: [teaching],
    loadComponent: () => import('./features/bench').then((m) => m.BenchPage),
  },
  {
    path: 'songs/:id/steps',
    title: 'Steps · Harvu',
    canActivate: [teaching],
    loadComponent: () => import('./features/steps').then((m) => m.StepsPage),
  },
  {
    path: 'students',
    title: 'Students · Harvu',
    canActivate: [teaching],
    loadComponent: () => import('./features/students').then((m) => m.StudentsPage),
  },
  {
    path: 'students/:id',
    title: 'Student · Harvu',
    canActivate: [teaching],
    loadComponent: () => import('./features/students').then((m) => m.StudentPage),
  },
  {
    path: 'students/:id/report',
    title: 'Report · Harvu',
    canActivate: [signedIn],
    loadComponent: () => import('./features/report').then((m) => m.ReportPage),
  },
  {
    path: 'worked-out',
    title: 'How this is worked out · Harvu',
    canActivate: [signedIn],
    loadComponent: () => import('./features/assumptions').then((m) => m.WorkedOutPage),
  },
  {
    path: 'studio',
    title: 'Studio · Harvu',
    canActivate: [owning],
    loadComponent: () => import('./features/studio').then((m) => m.StudioPage),
  },
  {
    path: 'me',
    title: 'Your ways · Harvu',
    canActivate: [signedIn],
    loadComponent: () => import('./features/ways').then((m) => m.WaysPage),
  },
  {
    path: 'me/account',
    title: 'Your account · Harvu',
    canActivate: [signedIn],
    loadComponent: () => import('./features/account').then((m) => m.AccountPage),
  },
  {
    path: 'week',
    title: 'My week · Harvu',
    canActivate: [signedIn],
    loadComponent: () => import('./features/week').then((m) => m.WeekPage),
  },
  {
    path: 'plans/:id',
    title: 'Song · Harvu',
    canActivate: [signedIn],
    loadComponent: () => import('./features/student-song').then((m) => m.StudentSongPage),
  },
  {
    path: 'plans/:id/practice/:step',
    title: 'Practice room · Harvu',
    canActivate: [signedIn],
    loadComponent: () => import('./features/practice').then((m) => m.PracticePage),
  },
  {
    path: '**',
    title: 'Not here · Harvu',
    loadComponent: () => import('./features/not-found').then((m) => m.NotFoundPage),
  },
];
