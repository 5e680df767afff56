import type { HttpTestingController } from '@angular/common/http/testing';
import { createEnvironmentInjector, EnvironmentInjector } from '@angular/core';
import { TestBed } from '@angular/core/testing';
import type { SaveSong, Song } from '@harvu/contract';
import { EMPTY_SONG } from '@harvu/core/song';
import { readChart, writeChart } from '@harvu/core/chart';
import { BehaviorSubject, NEVER, throwError } from 'rxjs';
import { Analysis } from '../../worked-out';
import { answeredAtOnce } from '../../testing/answers';
import { setUpPage } from '../../testing/page';
import { BenchFindings } from './bench.findings';
import { BenchState } from './bench.state';
import { withFirstRow } from './first-row';

const SONG: Song = {
  ...{ id: 's1', title: 'A song', playedBy: '', revision: 4 },
  ...{ savedAt: '2026-11-24T10:00:00.000Z', savedBy: 'Ilse' },
  ...{ document: EMPTY_SONG, overruled: [], tags: [] },
};

/** Works findings out at once, where the application asks its worker. */
const ANALYSIS = { ...answeredAtOnce(), takeApart: () => NEVER };

/** What a song with nothing in it is opened with. */
const FIRST_ROW = '[Verse 1]\n| - | - | - | - |\n';

describe('the bench', () => {
  let http: HttpTestingController;
  let state: BenchState;
  let id$: BehaviorSubject<string>;
  beforeEach(() => {
    jasmine.clock().install().mockDate(new Date('2026-11-24T10:00:00.000Z'));
    http = setUpPage([BenchState, BenchFindings, { provide: Analysis, useValue: ANALYSIS }]);
    localStorage.clear();
    id$ = new BehaviorSubject('s1');
    state = TestBed.inject(BenchState);
    state.open(id$);
    TestBed.tick();
    http.expectOne('/api/songs/s1').flush(SONG);
    TestBed.tick();
  });
  afterEach(() => jasmine.clock().uninstall());

  /** Types, and waits so long before anything else happens. */
  const type = (text: string, waitMs = 0): void => {
    state.type(text);
    TestBed.tick();
    jasmine.clock().tick(waitMs);
  };
  const saves = () => http.match({ method: 'PUT', url: '/api/songs/s1' });

  it('reads the song while one types, and tells its faults', () => {
    type('[A]\n| G . |\n');
    expect(state.document().sections.map((section) => section.name)).toEqual(['A']);
    expect(state.faults().map((fault) => [fault.code, fault.line] as const)).toEqual([
      ['bar-fill', 2],
    ]);
  });

  it('saves all that can be kept, says where something cannot, and goes on saving', () => {
    type('tempo: 92\n[A]\n| F! | . | D |\n', 1000);
    const [first] = saves();
    expect(writeChart((first?.request.body as SaveSong).document)).toContain('| F! | . | D |');
    first?.flush({ revision: 5, savedAt: '' });
    const song = state.document();
    const [section] = song.sections;
    const bars = section?.bars.map((bar, at) =>
      at === 2 ? { ...bar, chords: [{ name: 'two words', span: 1 }] } : bar,
    );
    state.restore({ ...song, sections: [{ ...section!, bars: bars ?? [] }] });
    TestBed.tick();
    jasmine.clock().tick(1000);
    const [second] = saves();
    // The bar as it was saved last; nothing else is held up by it.
    expect(writeChart((second?.request.body as SaveSong).document)).toContain('| F! | . | D |');
    second?.flush({ revision: 6, savedAt: '' });
    expect(state.saveState()).toBe('failed');
    expect(state.problem()?.title).toBe('A, bar 3: not saved.');
    type('tempo: 100\n[A]\n| F! | . | G |\n', 1000);
    const [third] = saves();
    expect((third?.request.body as SaveSong).document.frame.tempo).toBe(100 as never);
    third?.flush({ revision: 7, savedAt: '' });
    expect([state.saveState(), state.problem()]).toEqual(['saved', null]);
  });

  it('saves by itself after a pause, once, from the revision it knows', () => {
    type('[A]\n| G |\n', 300);
    type('[A]\n| G | D |\n', 300);
    expect(saves()).toEqual([]);
    jasmine.clock().tick(1000);
    const [save, ...others] = saves();
    const body = save?.request.body as SaveSong;
    expect([others.length, body.baseRevision]).toEqual([0, 4]);
    expect(writeChart(body.document)).toBe('[A]\n| G | D |\n');
    expect(state.saveState()).toBe('saving');
    save?.flush({ revision: 5, savedAt: '' });
    expect(state.saveState()).toBe('saved');
    type('[A]\n| D |\n', 1000);
    expect((saves()[0]?.request.body as SaveSong).baseRevision).toBe(5);
  });

  it('saves every two seconds while somebody goes on typing', () => {
    const words = '[A]\n| G | D | Em | C | G | D | Em | C | Am | F | C | G | Am | F |';
    let kept = '';
    let sent = 0;
    for (let length = 1; length <= words.length; length += 1) {
      type(words.slice(0, length), 200);
      const [save] = saves();
      if (!save) continue;
      sent += 1;
      kept = writeChart((save.request.body as SaveSong).document);
      save.flush({ revision: 4 + sent, savedAt: '' });
    }
    // Thirteen seconds of typing with no pause: what is not saved is of the last two.
    expect(sent).toBeGreaterThanOrEqual(5);
    expect(kept).toMatch(/Am \| F \| C \| G \|\n\| Am/);
  });

  it('opens a song with nothing in it with a row of bars, and saves it only once it is written in', () => {
    expect([state.text(), state.saveState()]).toEqual([FIRST_ROW, 'saved']);
    const [section] = state.document().sections;
    state.run({
      ...{ kind: 'set-bars', section: section?.id ?? '' },
      bars: [{ id: '', chords: [{ name: 'G', span: 1 }] }],
    });
    jasmine.clock().tick(1000);
    const body = saves()[0]?.request.body as SaveSong;
    expect(writeChart(body.document)).toBe('[Verse 1]\n| G |\n');
  });

  it('keeps on the device what a page that goes has no time to send, and goes on with it', () => {
    type('[A]\n| G | D |\n', 300);
    window.dispatchEvent(new Event('pagehide'));
    expect(saves().length).toBe(1);
    id$.next('s1');
    TestBed.tick();
    http.match('/api/songs/s1').at(-1)?.flush(SONG);
    TestBed.tick();
    expect([state.text(), state.draft()]).toEqual(['[A]\n| G | D |\n', null]);
    expect(state.broughtBack()?.text).toBe('[A]\n| G | D |\n');
    jasmine.clock().tick(1000);
    expect(saves().length).toBe(1);
    state.undo();
    expect([state.text(), state.broughtBack()]).toEqual([FIRST_ROW, null]);
    // What was taken out does not come back the next time.
    jasmine.clock().tick(1000);
    expect(Object.keys(localStorage).filter((key) => key.startsWith('harvu-draft'))).toEqual([]);
  });

  it('writes on upon its own save whose answer was not heard any more', () => {
    const draft = {
      text: '[A]\n| Em | C |\n',
      baseText: '[A]\n| G |\n',
      baseRevision: SONG.revision,
      sent: '[A]\n| Em |\n',
      keptAt: '',
    };
    for (const [id, saved, isMine] of [
      ['s4', '[A]\n| Em |\n', true],
      ['s5', '[A]\n| D |\n', false],
    ] as const) {
      localStorage.setItem(`harvu-draft-nobody-${id}`, JSON.stringify(draft));
      id$.next(id);
      TestBed.tick();
      const document = readChart(saved).song;
      http
        .expectOne(`/api/songs/${id}`)
        .flush({ ...SONG, id, revision: SONG.revision + 1, document });
      TestBed.tick();
      expect([state.broughtBack() !== null, state.draft() !== null]).toEqual([isMine, !isMine]);
    }
  });

  it('brings what was never saved together with what the song became since', () => {
    const draft = { text: '[A]\n| Em |\n\n[B]\n| D |\n', baseText: '[A]\n| G |\n\n[B]\n| D |\n' };
    const key = 'harvu-draft-nobody-s3';
    localStorage.setItem(key, JSON.stringify({ ...draft, baseRevision: 1, keptAt: '' }));
    id$.next('s3');
    TestBed.tick();
    const document = readChart('[A]\n| G |\n\n[B]\n| D | C |\n').song;
    http.expectOne('/api/songs/s3').flush({ ...SONG, id: 's3', document });
    TestBed.tick();
    state.takeDraft();
    expect(state.text()).toBe('[A]\n| Em |\n\n[B]\n| D | C |\n');
    expect(localStorage.getItem(`${key}-aside`)).toBeNull();
  });

  it('offers nothing where what was written here is what is saved, however it was laid out', () => {
    const draft = { text: '[A]\n|G|D|Em|C|\n|Am|', baseText: '', baseRevision: 1, keptAt: '' };
    localStorage.setItem('harvu-draft-nobody-s3', JSON.stringify(draft));
    id$.next('s3');
    TestBed.tick();
    const document = readChart('[A]\n| G | D | Em | C |\n| Am |\n').song;
    http.expectOne('/api/songs/s3').flush({ ...SONG, id: 's3', document });
    TestBed.tick();
    expect(state.draft()).toBeNull();
  });

  it('decides an edit by what is typed, also while the worker still reads it', () => {
    spyOn(ANALYSIS, 'read').and.returnValue(NEVER);
    type('capo: 0\n\n[A]\n| G |\n');
    expect(state.document().frame.capo).toBeUndefined();
    expect(state.written().frame.capo).toBe(0);
  });

  it('goes on when the worker failed once', () => {
    const read = spyOn(ANALYSIS, 'read').and.returnValue(throwError(() => new Error('gone')));
    type('[A]\n| G |\n', 300);
    expect([state.isUnanswered(), state.document().sections[0]?.name]).toEqual([true, 'Verse 1']);
    read.and.callThrough();
    type('[A]\n| G | D |\n', 300);
    TestBed.tick();
    expect([state.isUnanswered(), state.document().sections[0]?.name]).toEqual([false, 'A']);
  });

  it('takes a burst of typing back as one, and brings it again', () => {
    type('[A]\n| G |\n', 100);
    type('[A]\n| G | D |\n', 5000);
    type('[A]\n| G | D | C |\n');
    state.undo();
    expect(state.text()).toBe('[A]\n| G | D |\n');
    state.undo();
    expect([state.text(), state.canUndo()]).toEqual([FIRST_ROW, false]);
    state.redo();
    state.redo();
    expect(state.text()).toBe('[A]\n| G | D | C |\n');
    state.undo();
    type('[B]\n| G |\n');
    expect(state.canRedo()).toBeFalse();
  });

  it('keeps text and frame in step', () => {
    type('[A]\n| G |\n');
    state.run({ kind: 'set-frame', field: 'capo', text: '2' });
    expect(state.text()).toBe('capo: 2\n\n[A]\n| G |\n');
    state.run({ kind: 'set-frame', field: 'capo', text: '77' });
    expect(state.text()).toBe('capo: 2\n\n[A]\n| G |\n');
  });

  it('keeps sections’ ids while one writes, so that what was practised stays attached', () => {
    type('[A]\n| G |\n[B]\n| D |\n');
    const ids = state.document().sections.map((section) => section.id);
    type('[New]\n| C |\n[A]\n| G | Em |\n[B]\n| D |\n');
    expect(
      state
        .document()
        .sections.slice(1)
        .map((section) => section.id),
    ).toEqual(ids);
  });

  describe('with somebody else at the same song', () => {
    const CHART = '[A]\n| G |\n\n[B]\n| D |\n';
    const mine = readChart(CHART, withFirstRow(EMPTY_SONG)).song;
    const theirsOf = (text: string): Song => ({
      ...SONG,
      ...{ revision: 6, savedBy: 'Bram', document: readChart(text, mine).song },
    });
    /** The song is saved as revision 5, by oneself. */
    const saved = (): void => {
      type(CHART, 1000);
      saves()[0]?.flush({ revision: 5, savedAt: '' });
      jasmine.clock().tick(5000);
    };
    const hear = (theirs: Song): void => {
      http.match('/api/songs/s1/changes/4')[0]?.flush({ revision: 6, by: 'Bram' });
      http.expectOne('/api/songs/s1').flush(theirs);
      TestBed.tick();
    };

    it('shows their change at once where nothing is unsaved, and says what it is', () => {
      saved();
      hear(theirsOf(CHART.replace('G', 'Em')));
      expect(state.text()).toContain('| Em |');
      expect(state.news()).toEqual({
        ...{ by: 'Bram', words: ['A: bar 1 was G, now Em.'], lines: [], revision: 6 },
      });
      jasmine.clock().tick(2000);
      expect([state.saveState(), saves()]).toEqual(['saved', []]);
      state.hideNews();
      expect(state.news()).toBeNull();
    });

    it('brings both changes together, and saves them on top of theirs', () => {
      saved();
      type(CHART.replace('| D |', '| D | C |'));
      hear(theirsOf(CHART.replace('G', 'Em')));
      expect(state.text()).toBe('[A]\n| Em |\n\n[B]\n| D | C |\n');
      jasmine.clock().tick(1000);
      const body = saves()[0]?.request.body as SaveSong;
      expect([body.baseRevision, writeChart(body.document)]).toEqual([6, state.text()]);
    });

    it('keeps one’s own where both wrote, and tells theirs', () => {
      saved();
      type(CHART.replace('G', 'Am'));
      hear(theirsOf(CHART.replace('G', 'Em')));
      expect(state.text()).toContain('| Am |');
      expect(state.news()?.lines).toEqual(['| Em |']);
      state.takeTheirs();
      expect([state.text().includes('| Em |'), state.news()?.lines]).toEqual([true, []]);
      state.undo();
      expect(state.text()).toContain('| Am |');
    });

    it('keeps both where two write in one row', () => {
      saved();
      const row = '[A]\n| G | C | D | G |\n\n[B]\n| D |\n';
      type(row, 1000);
      saves()[0]?.flush({ revision: 6, savedAt: '' });
      jasmine.clock().tick(5000);
      type(row.replace('| C |', '| Am |'));
      http.match('/api/songs/s1/changes/4')[0]?.flush({ revision: 8, by: 'Bram' });
      http
        .expectOne('/api/songs/s1')
        .flush({ ...theirsOf(row.replace('| D | G', '| D | Em')), revision: 7 });
      TestBed.tick();
      expect(state.text()).toContain('| G | Am | D | Em |');
      expect(state.news()?.lines).toEqual([]);
    });

    it('takes back one’s own edit alone', () => {
      saved();
      type(CHART.replace('| D |', '| D | C |'));
      hear(theirsOf(CHART.replace('G', 'Em')));
      state.undo();
      expect(state.text()).toBe('[A]\n| Em |\n\n[B]\n| D |\n');
      state.redo();
      expect(state.text()).toBe('[A]\n| Em |\n\n[B]\n| D | C |\n');
    });

    it('is no loss where they were quicker to save', () => {
      saved();
      type(CHART.replace('| D |', '| D | C |'), 1000);
      const problem = { status: 409, code: 'conflict', title: 'Somebody else.', remedy: '' };
      saves()[0]?.flush(problem, { status: 409, statusText: '' });
      http.expectOne('/api/songs/s1').flush(theirsOf(CHART.replace('G', 'Em')));
      TestBed.tick();
      jasmine.clock().tick(1000);
      const body = saves()[0]?.request.body as SaveSong;
      expect([body.baseRevision, writeChart(body.document)]).toEqual([
        ...[6, '[A]\n| Em |\n\n[B]\n| D | C |\n'],
      ]);
    });
  });

  it('goes back to an older state as to any other edit', () => {
    type('[A]\n| G |\n', 5000);
    const older = state.document();
    type('[A]\n| D |\n', 5000);
    state.restore(older);
    expect(state.text()).toBe('[A]\n| G |\n');
    state.undo();
    expect(state.text()).toBe('[A]\n| D |\n');
  });

  it('can be told to save again after the connection was lost', () => {
    type('[A]\n| G |\n', 1000);
    saves()[0]?.error(new ProgressEvent('error'));
    expect(state.saveState()).toBe('failed');
    state.saveAgain();
    saves()[0]?.flush({ revision: 5, savedAt: '' });
    expect([state.saveState(), state.problem()]).toEqual(['saved', null]);
  });

  it('notices what is wrong with a grip, and settles it by one click that can be taken back', () => {
    type('grip D: xx0242\n[A]\n| D |\n', 300);
    TestBed.tick();
    const slip = state.findings.noticed().find((one) => one.code === 'grip-slip');
    expect(slip?.remedies[0]?.label).toBe('Make it xx0232');
    state.runAll(slip?.remedies[0]?.commands ?? []);
    expect(state.text()).toContain('grip D: xx0232');
    TestBed.tick();
    jasmine.clock().tick(300);
    TestBed.tick();
    expect(state.findings.noticed().map((one) => one.code)).not.toContain('grip-slip');
    state.undo();
    expect(state.text()).toContain('grip D: xx0242');
  });

  it('lets a finding stand when the teacher says so, and looks again when asked', () => {
    type('grip D: xx0242\n[A]\n| D |\n', 300);
    TestBed.tick();
    const slip = state.findings.noticed().find((one) => one.code === 'grip-slip');
    const word = { key: slip?.key ?? '', reason: 'Meant so.' };
    state.findings.overrule(word);
    const kept = http.expectOne('/api/songs/s1/overrules');
    expect(kept.request.body).toEqual(word);
    kept.flush([{ ...word, by: 'Ilse', at: '' }]);
    expect(state.findings.noticed().map((one) => one.code)).not.toContain('grip-slip');
    expect(state.findings.overruled().map((one) => one.reason)).toEqual(['Meant so.']);
    state.findings.withdraw(word.key);
    http.expectOne('/api/songs/s1/overrules/withdraw').flush([]);
    expect(state.findings.noticed().map((one) => one.code)).toContain('grip-slip');
  });

  it('begins anew with another song, and saves what was not saved of the last', () => {
    type('[A]\n| G |\n', 300);
    id$.next('s2');
    TestBed.tick();
    const [save] = saves();
    expect(writeChart((save?.request.body as SaveSong).document)).toBe('[A]\n| G |\n');
    const other = { ...SONG, id: 's2', revision: 9, document: readChart('[B]\n| D |\n').song };
    http.expectOne('/api/songs/s2').flush(other);
    TestBed.tick();
    save?.flush({ revision: 5, savedAt: '' });
    expect([state.text(), state.canUndo(), state.revision()]).toEqual(['[B]\n| D |\n', false, 9]);
    jasmine.clock().tick(3000);
    expect([state.saveState(), saves()]).toEqual(['saved', []]);
  });

  it('saves on top of what somebody else saved meanwhile, when one leaves', () => {
    type('[A]\n| G |\n', 300);
    id$.next('s2');
    const problem = { status: 409, code: 'conflict', title: 'Somebody else.', remedy: '' };
    saves()[0]?.flush(problem, { status: 409, statusText: '' });
    const theirs = { ...SONG, revision: 8, document: readChart('[B]\n| D |\n').song };
    http.match('/api/songs/s1')[0]?.flush(theirs);
    const body = saves()[0]?.request.body as SaveSong;
    // Both wrote at the same place: what stands here is saved, theirs is kept as their revision.
    expect([body.baseRevision, writeChart(body.document)]).toEqual([8, '[A]\n| G |\n']);
    http.match('/api/songs/s2');
  });

  it('saves what is not saved yet when one leaves', () => {
    const view = createEnvironmentInjector(
      [BenchState, BenchFindings],
      TestBed.inject(EnvironmentInjector),
    );
    state = view.get(BenchState);
    state.open(id$);
    TestBed.tick();
    http.expectOne('/api/songs/s1').flush(SONG);
    TestBed.tick();
    type('[A]\n| G |\n', 100);
    view.destroy();
    expect(saves().length).toBe(1);
  });
});
