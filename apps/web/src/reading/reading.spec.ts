import { TestBed } from '@angular/core/testing';
import type { AddRequests, AddStudents } from '@harvu/contract';
import { expose } from 'comlink';
import { ImportRequests } from '../features/requests/parts/import-requests';
import { ImportStudents } from '../features/studio/parts/import-students';
import { setUpPage, ShownPart } from '../testing/page';
import { Reading, READING_WORKER } from './reading';
import { readingTasks } from './reading-tasks';

/** The worker that reads, on a channel of the page's own. */
function workerHere(): Worker {
  const { port1, port2 } = new MessageChannel();
  expose(readingTasks, port1);
  return Object.assign(port2, { terminate: () => port2.close() }) as unknown as Worker;
}

async function until<T>(shown: ShownPart<T>, isSo: () => boolean): Promise<void> {
  do {
    await new Promise((resolve) => setTimeout(resolve, 20));
    await shown.settle();
  } while (!isSo());
}

async function give<T>(shown: ShownPart<T>, text: string): Promise<void> {
  const choice = shown.one<HTMLInputElement>('input[type=file]');
  const files = new DataTransfer();
  files.items.add(new File([text], 'list.csv'));
  choice.files = files.files;
  choice.dispatchEvent(new Event('change'));
  const isThere = (what: string): boolean => shown.all(what).length > 0;
  await until(shown, () => isThere('harvu-columns-choice') || isThere('[role=alert]'));
}

describe('students from a table', () => {
  const taken: AddStudents[] = [];
  async function open(): Promise<ShownPart<ImportStudents>> {
    setUpPage([{ provide: READING_WORKER, useValue: workerHere }]);
    const people = [{ name: 'Bram Tessel', signInName: 'bram' }];
    const shown = await ShownPart.of(ImportStudents, { people });
    taken.length = 0;
    shown.fixture.componentInstance.accepted.subscribe((one) => taken.push(one));
    return shown;
  }

  it('are shown row by row, and added only when they are taken over', async () => {
    const shown = await open();
    await give(
      shown,
      'Name;Age;Guardian;Day;Time\nWiebke Halm;9;Joris;Do;16.30\nBram Tessel;24;;;\nCy;12;;;\nOda;30;;Blursday;4',
    );
    expect(shown.text).toContain('Read as UTF-8, columns parted by semicolons');
    expect(shown.text).toContain(
      'Wiebke Halm signs in as wiebke, under 10, guardian Joris, Thu 16:30, 30 min',
    );
    expect(shown.text).toContain('somebody of this name is there already');
    expect(shown.text).toContain('is a minor without a guardian');
    expect(shown.text).toContain('no lesson is taken from “Blursday 4”');
    expect(shown.text).toContain('Nobody is added until you take them over.');
    expect(taken).toEqual([]);
    await shown.press('Take 2 students over');
    expect(taken[0]?.students.map(({ name, signInName }) => `${name} ${signInName}`)).toEqual([
      ...['Wiebke Halm wiebke', 'Oda oda'],
    ]);
    expect(taken[0]?.students[0]?.profile).toEqual(
      jasmine.objectContaining({
        ageBand: 'under 10',
        lessonSlot: { weekday: 3, time: '16:30', minutes: 30 },
      }),
    );
  });

  it('are taken or left one by one', async () => {
    const shown = await open();
    await give(shown, 'Name\nAda\nBram Tessel');
    for (const box of shown.all<HTMLInputElement>('input[type=checkbox]')) box.click();
    await shown.settle();
    await shown.press('Take 1 student over');
    expect(taken[0]?.students.map(({ name }) => name)).toEqual(['Bram Tessel']);
    expect(taken[0]?.students[0]?.signInName).toBe('bram.tessel');
  });

  it('are read anew by the columns one says', async () => {
    const shown = await open();
    await give(shown, 'Ada;Quill\nBo;Renn');
    expect(shown.text).toContain('has no name');
    const [name] = shown.all<HTMLSelectElement>('select');
    if (!name) throw new Error('no column to choose');
    name.value = '1';
    name.dispatchEvent(new Event('change'));
    await until(shown, () => shown.text.includes('signs in as quill'));
    expect(shown.text).toContain('Take 2 students over');
  });

  it('are refused with the reason where it is no table', async () => {
    const shown = await open();
    await give(shown, '\0\0\0');
    expect(shown.one('[role=alert]').textContent).toContain('This is no table of text.');
  });
});

describe('requests from a table', () => {
  it('are of who is there, and left out where they wait already', async () => {
    setUpPage([{ provide: READING_WORKER, useValue: workerHere }]);
    const known = {
      students: [{ id: 'b', name: 'Bram Tessel' }],
      waiting: [{ studentId: 'b', title: 'Lock Gate' }],
    };
    const shown = await ShownPart.of(ImportRequests, { known });
    const taken: AddRequests[] = [];
    shown.fixture.componentInstance.accepted.subscribe((one) => taken.push(one));
    await give(shown, 'Who,Song,Until\nBram,Lock Gate,\nBram,Fog,24.12.2026\nNobody,Fog,');
    expect(shown.text).toContain('this waits already');
    expect(shown.text).toContain('nobody here is called “Nobody”');
    await shown.press('Take 1 request over');
    expect(taken[0]?.requests).toEqual([
      { studentId: 'b', title: 'Fog', playedBy: '', why: '', wantedBy: '2026-12-24' },
    ]);
  });
});

describe('whoever reads files', () => {
  it('ends its worker with the part that asked', async () => {
    let ended = 0;
    const worker = (): Worker => Object.assign(workerHere(), { terminate: () => (ended += 1) });
    setUpPage([Reading, { provide: READING_WORKER, useValue: worker }]);
    const read = await TestBed.inject(Reading).ask((tasks) =>
      tasks.calendar('', { timeZone: 'UTC', from: '2026-11-01', to: '2026-12-01' }),
    );
    expect(read.ok).toBeFalse();
    TestBed.inject(Reading).stop();
    expect(ended).toBe(1);
  });
});
