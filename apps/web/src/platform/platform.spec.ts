import { HttpErrorResponse } from '@angular/common/http';
import { TestBed } from '@angular/core/testing';
import { FormControl, FormGroup } from '@angular/forms';
import { ActivatedRouteSnapshot, Router } from '@angular/router';
import { newRequestSchema } from '@harvu/contract';
import { EMPTY_SONG } from '@harvu/core/song';
import { setUpPage } from '../testing/page';
import { faultOf, fits } from './forms';
import { findGripsFor } from '../worked-out/grip-search';
import { homeRedirect, owning, signedIn, teaching } from './guards';
import { toProblem } from './problems';
import { Session } from './session';
import { SignedOut } from './signed-out';
import { Theme } from './theme';
import { isTyping } from './view-keys';

describe('a form', () => {
  const form = new FormGroup(
    { title: new FormControl(''), playedBy: new FormControl('') },
    {
      validators: fits(newRequestSchema, (value) => ({
        ...(value as object),
        why: '',
        wantedBy: null,
      })),
    },
  );

  it('tells a fault at its field, once the person has been there', () => {
    expect(form.valid).toBeFalse();
    expect(faultOf(form, 'title')).toBe('');
    form.markAllAsTouched();
    expect(faultOf(form, 'title')).toBe('must be filled in');
    expect(faultOf(form, 'playedBy')).toBe('');
    form.setValue({ title: 'Pebble Road', playedBy: '' });
    expect(form.valid).toBeTrue();
  });
});

describe('a problem', () => {
  it('is what the server said, where it said something', () => {
    const told = { status: 409, code: 'conflict', title: 'Taken.', remedy: 'Choose another.' };
    expect(toProblem(new HttpErrorResponse({ status: 409, error: told }))).toEqual(told);
    expect(toProblem(told)).toEqual(told);
  });

  it('is a lost connection where nobody answered', () => {
    expect(toProblem(new HttpErrorResponse({ status: 0 })).code).toBe('no-answer');
    expect(toProblem(new HttpErrorResponse({ status: 502 })).status).toBe(0);
  });

  it('is one of the page where it is nothing else', () => {
    expect(toProblem(new TypeError('x')).code).toBe('failure');
  });
});

describe('who goes where', () => {
  const NOWHERE = new ActivatedRouteSnapshot();
  const go = async (guard: typeof signedIn, role: 'owner' | 'student' | null, url = '/songs') => {
    TestBed.resetTestingModule();
    const http = setUpPage();
    const session = TestBed.inject(Session);
    session.load().subscribe();
    http.expectOne('/api/me').flush(role && { id: '1', name: 'A', role });
    http.expectOne('/api/studio').flush({ studioName: 'S', needsSetUp: false, demoAccounts: [] });
    const answer = await TestBed.runInInjectionContext(() => guard(NOWHERE, { url } as never));
    return answer === true ? true : TestBed.inject(Router).serializeUrl(answer as never);
  };

  it('leads strangers to the door, and remembers where they wanted to go', async () => {
    for (const guard of [signedIn, teaching, owning])
      expect(await go(guard, null)).toBe('/sign-in?from=%2Fsongs');
    expect(await go(homeRedirect, null)).toBe('/sign-in');
  });

  it('leads students to their week, and the owner everywhere', async () => {
    expect(await go(signedIn, 'student')).toBeTrue();
    expect(await go(teaching, 'student')).toBe('/week');
    expect(await go(owning, 'student')).toBe('/week');
    expect(await go(owning, 'owner')).toBeTrue();
    expect(await go(homeRedirect, 'owner')).toBe('/today');
  });
});

describe('the theme', () => {
  afterEach(() => {
    localStorage.clear();
    delete document.documentElement.dataset['theme'];
  });

  it('is the chosen one, and is kept', () => {
    localStorage.setItem('harvu-theme', 'dark');
    setUpPage();
    const theme = TestBed.inject(Theme);
    theme.apply();
    expect(document.documentElement.dataset['theme']).toBe('dark');
    theme.toggle();
    expect([theme.name(), localStorage.getItem('harvu-theme')]).toEqual(['light', '"light"']);
  });
});

describe('small things of the platform', () => {
  it('know typing from pressing a key', () => {
    const at = (target: EventTarget) => isTyping({ target } as KeyboardEvent);
    expect(at(document.createElement('input'))).toBeTrue();
    expect(at(document.createElement('button'))).toBeFalse();
    expect(at(window)).toBeFalse();
  });

  it('find grips for a chord, and none for what is no chord', () => {
    expect(findGripsFor(EMPTY_SONG, 'Em').length).toBeGreaterThan(2);
    expect(findGripsFor(EMPTY_SONG, 'H??')).toEqual([]);
  });
});

describe('who is here without a connection', () => {
  const ME = { id: 'p1', name: 'Bram', role: 'student', timeZone: 'UTC' };
  const start = (answer: 'me' | 'nobody' | 'none'): Session => {
    TestBed.resetTestingModule();
    const http = setUpPage();
    localStorage.setItem('harvu-me', JSON.stringify(ME));
    const session = TestBed.inject(Session);
    session.load().subscribe();
    const asked = http.expectOne('/api/me');
    if (answer === 'none') asked.error(new ProgressEvent('error'));
    else if (answer === 'me') asked.flush(ME);
    else asked.flush(NOBODY, { status: 401, statusText: '' });
    http.expectOne('/api/studio').error(new ProgressEvent('error'));
    return session;
  };
  const NOBODY = { status: 401, code: 'not-signed-in', title: '', remedy: '' };
  afterEach(() => {
    localStorage.removeItem('harvu-me');
  });

  it('is whoever was here last, on this device', () => {
    expect(start('none').person()?.id).toBe('p1');
    localStorage.setItem('harvu-me', '{"id":');
  });

  it('is nobody once the server says so, and not the next time either', () => {
    expect(start('nobody').person()).toBeNull();
    expect(localStorage.getItem('harvu-me')).toBeNull();
  });

  it('stays here while they practise, though the session has run out', () => {
    const session = start('me');
    const router = TestBed.inject(Router);
    const url = spyOnProperty(router, 'url').and.returnValue('/plans/p/practice/ready');
    const gone = spyOn(router, 'navigate').and.resolveTo(true);
    TestBed.inject(SignedOut).happened.next();
    expect([session.person()?.id, session.isOver(), gone.calls.count()]).toEqual(['p1', true, 0]);
    url.and.returnValue('/week');
    TestBed.inject(SignedOut).happened.next();
    expect([session.person(), gone.calls.count()]).toEqual([null, 1]);
  });
});
