import type { NewSong } from '@harvu/contract';
import { readChart } from '@harvu/core/chart';
import { writeMusicXml } from '@harvu/formats';
import { expose } from 'comlink';
import { firstValueFrom } from 'rxjs';
import { TestBed } from '@angular/core/testing';
import { setUpPage, ShownPart } from '../../testing/page';
import { fileTasks } from './file-tasks';
import { FILE_WORKER, FileWork } from './file-work';
import { SONG_FILES } from './files';
import { ImportSong } from './parts/import-song';

/** The worker that reads and writes files, on a channel of the page's own. */
function workerHere(): Worker {
  const { port1, port2 } = new MessageChannel();
  expose(fileTasks, port1);
  return Object.assign(port2, { terminate: () => port2.close() }) as unknown as Worker;
}

const { song } = readChart('tempo: 92\n[Verse] x2\n| G | D |\n1. | C |\n2. | Em |');

/** A busy machine takes its time. */
async function until(shown: ShownPart<ImportSong>, isSo: () => boolean): Promise<void> {
  do {
    await new Promise((resolve) => setTimeout(resolve, 20));
    await shown.settle();
  } while (!isSo());
}

function choose(shown: ShownPart<ImportSong>, file: File): void {
  const choice = shown.one<HTMLInputElement>('input[type=file]');
  const files = new DataTransfer();
  files.items.add(file);
  choice.files = files.files;
  choice.dispatchEvent(new Event('change'));
}

async function give(shown: ShownPart<ImportSong>, file: File): Promise<void> {
  choose(shown, file);
  await until(
    shown,
    () => shown.text.includes('Understood') || shown.all('[role=alert]').length > 0,
  );
}

describe('a song from a file', () => {
  const taken: NewSong[] = [];
  const open = async (known: readonly string[] = []): Promise<ShownPart<ImportSong>> => {
    const shown = await ShownPart.of(ImportSong, { known });
    taken.length = 0;
    shown.fixture.componentInstance.accepted.subscribe((one) => taken.push(one));
    return shown;
  };
  beforeEach(() => setUpPage([FileWork, { provide: FILE_WORKER, useValue: workerHere }]));

  it('shows what it would bring, and is stored only when it is taken over', async () => {
    const shown = await open();
    const { bytes } = writeMusicXml(song, { title: 'Lock Gate', playedBy: 'Harn Quay Nine' });
    await give(shown, new File([new Uint8Array(bytes)], 'lock.musicxml'));
    expect(shown.text).toContain('4 bars, 1 section, 4 chord symbols, 1 repeat, 2 endings');
    expect(shown.text).toContain('Nothing is stored until you take it over.');
    expect(shown.one('pre').textContent).toContain('1. | C |');
    expect(taken).toEqual([]);
    await shown.press('Take it over');
    expect(taken[0]?.title).toBe('Lock Gate');
    expect(taken[0]?.playedBy).toBe('Harn Quay Nine');
    expect(taken[0]?.document?.sections[0]?.endings?.length).toBe(2);
  });

  it('tells what is guessed and what is lost, and knows a title that is there', async () => {
    const shown = await open(['the lock ']);
    await give(shown, new File(['[G]Down by the [x]wa [D]ter'], 'The Lock.txt'));
    expect(shown.text).toContain('A song of this title is there already');
    expect(shown.text).toContain('Guessed: look at these');
    expect(shown.text).toContain('x is none (line 1)');
  });

  it('says why a file is refused, and takes another', async () => {
    const shown = await open();
    await give(shown, new File(['Dear Ilse, we are late.'], 'letter.txt'));
    expect(shown.one('[role=alert]').textContent).toContain('There are no chords in it.');
    expect(shown.all('form').length).toBe(0);
    await give(shown, new File(['[A]\n| G | D |'], 'a.txt'));
    expect(shown.all('[role=alert]').length).toBe(0);
    expect(shown.one('pre').textContent).toContain('| G | D |');
  });

  it('takes the notes of the part that is chosen', async () => {
    const note = (step: string): string =>
      `<note><pitch><step>${step}</step><octave>4</octave></pitch><duration>4</duration></note>`;
    const part = (id: string, notes: string): string =>
      `<part id="${id}"><measure number="1"><attributes><divisions>1</divisions></attributes>${notes}</measure></part>`;
    const names = ['Voice', 'Flute'].map(
      (name, at) => `<score-part id="P${at + 1}"><part-name>${name}</part-name></score-part>`,
    );
    const score = `<score-partwise><part-list>${names.join('')}</part-list>${part('P1', note('E'))}${part('P2', note('G'))}</score-partwise>`;
    const shown = await open();
    await give(shown, new File([score], 'two.xml'));
    const choice = shown.one<HTMLSelectElement>('select');
    expect([...choice.options].map((one) => one.textContent.trim())).toEqual([
      ...['no part', 'Voice (1 note)', 'Flute (1 note)'],
    ]);
    choice.value = 'P2';
    choice.dispatchEvent(new Event('change'));
    await until(shown, () => shown.text.includes('riff line-1'));
    expect(shown.one('pre').textContent).toContain('riff line-1 4/4: 1: 3');
  });

  it('is left at any moment, and nothing of it goes on', async () => {
    const shown = await open();
    let isClosed = false;
    shown.fixture.componentInstance.closed.subscribe(() => (isClosed = true));
    choose(shown, new File(['[A]\n| G |'], 'a.txt'));
    await shown.press('Leave it');
    await new Promise((resolve) => setTimeout(resolve, 100));
    await shown.settle();
    expect(isClosed).toBeTrue();
    expect(shown.all('pre').length).toBe(0);
  });
});

describe('a song saved as a file', () => {
  it('is of each kind what its name says', async () => {
    setUpPage([FileWork, { provide: FILE_WORKER, useValue: workerHere }]);
    const files = TestBed.inject(FileWork);
    const names: string[] = [];
    for (const { to } of SONG_FILES) {
      const { name, blob } = await firstValueFrom(
        files.write(song, { to, title: 'Lock: Gate?', playedBy: '' }),
      );
      names.push(name);
      expect(blob.size).withContext(to).toBeGreaterThan(40);
    }
    expect(names).toEqual([
      ...['Lock Gate.musicxml', 'Lock Gate.mid', 'Lock Gate.txt'],
      ...['Lock Gate.chart.txt', 'Lock Gate.wav'],
    ]);
  });
});
