import { formOf, partsOf } from '@harvu/core/form';
import { writtenLines } from '@harvu/core/words';
import { songPatterns, barsInLayer } from '@harvu/core/timeline';
import { readChart, writeChart } from '@harvu/core/chart';
import { withCommand, type SongCommand } from '@harvu/core/edits';
import type { SongDocument } from '@harvu/core/song';
import { of } from 'rxjs';
import { setUpPage, ShownPart } from '../../testing/page';
import { SongsApi } from '../songs';
import { ClockPanel } from '../../editors/clock/clock-panel';
import { MapEntryForm } from '../../editors/bars/map-entry';
import { SectionBars } from '../../editors/bars/section-bars';
import { SectionHead } from '../../editors/bars/section-head';
import { Versions } from './parts/versions';
import { expandedBlocks, foldedBlocks } from './ribbon-blocks';

interface Editing {
  readonly changed: { subscribe: (take: (command: SongCommand) => void) => unknown };
}

/** A part at its bench: every edit is carried out, and the part is given the song that comes of it. */
class Desk<T extends Editing> {
  private constructor(
    readonly shown: ShownPart<T>,
    public song: SongDocument,
  ) {}

  static async of<T extends Editing>(
    part: Parameters<typeof ShownPart.of<T>>[0],
    song: SongDocument,
    inputs: (song: SongDocument) => Readonly<Record<string, unknown>>,
  ): Promise<Desk<T>> {
    const shown = await ShownPart.of<T>(part, { song, ...inputs(song) });
    const desk = new Desk<T>(shown, song);
    shown.fixture.componentInstance.changed.subscribe((command) => {
      desk.song = withCommand(desk.song, command);
      const given = { song: desk.song, ...inputs(desk.song) };
      for (const [name, value] of Object.entries(given)) void shown.set(name, value);
    });
    return desk;
  }

  get chart(): string {
    return writeChart(this.song).trim().replace(/\n+/g, '\n');
  }

  async fill(label: string, value: string): Promise<void> {
    const field =
      this.shown.all<HTMLInputElement>(`[aria-label="${label}"]`)[0] ??
      this.shown
        .all<HTMLLabelElement>('label')
        .find((one) => one.textContent.trim().startsWith(label))
        ?.querySelector<HTMLInputElement>('input, select');
    if (!field) throw new Error(`no field ${label}`);
    if (field.type === 'checkbox') field.click();
    else {
      field.value = value;
      field.dispatchEvent(new Event('change'));
    }
    await this.shown.settle();
  }
}

const songOf = (chart: string): SongDocument => readChart(chart).song;

describe('the bars of a section', () => {
  const open = (chart: string, section = 0) =>
    Desk.of<SectionBars>(SectionBars, songOf(chart), (song) => {
      const id = song.sections[section]?.id ?? '';
      const one = partsOf(song).occurrences.find((played) => played.section === id);
      const bars = one ? barsInLayer(one, 'full', songPatterns(song)) : [];
      return { sectionId: id, bars, semitones: one?.semitones ?? 0 };
    });
  const bars = (desk: Desk<SectionBars>) => desk.shown.all<HTMLButtonElement>('li button');
  const press = async (desk: Desk<SectionBars>, key: string, more: KeyboardEventInit = {}) => {
    const typing = desk.shown.all('input').find((one) => one === document.activeElement);
    const target = typing ?? desk.shown.all('input')[0] ?? desk.shown.one('harvu-bar-grid ol');
    target.dispatchEvent(new KeyboardEvent('keydown', { key, bubbles: true, ...more }));
    await desk.shown.settle();
    await new Promise((done) => setTimeout(done));
    await desk.shown.settle();
  };
  const choose = async (desk: Desk<SectionBars>, index: number, shiftKey = false) => {
    bars(desk)[index]?.dispatchEvent(new MouseEvent('click', { shiftKey, bubbles: true }));
    await desk.shown.settle();
  };
  /** Types as one would: a space is the next beat; what is no plain bar is pasted. */
  const write = async (desk: Desk<SectionBars>, text: string, key = 'Enter') => {
    for (const [index, word] of text.split(' ').entries()) {
      if (index > 0) await press(desk, ' ');
      const field = document.activeElement;
      if (field instanceof HTMLInputElement) field.value = word;
    }
    await press(desk, key);
  };
  const clip = async (desk: Desk<SectionBars>, kind: 'copy' | 'cut' | 'paste', text = '') => {
    const clipboardData = new DataTransfer();
    clipboardData.setData('text/plain', text);
    const event = new ClipboardEvent(kind, { clipboardData, bubbles: true });
    desk.shown.one('harvu-bar-grid ol').dispatchEvent(event);
    await desk.shown.settle();
    return clipboardData.getData('text/plain');
  };
  beforeEach(() => setUpPage());

  it('are written where they stand, from one to the next', async () => {
    const desk = await open('[A]\n| G | C |');
    await choose(desk, 0);
    await press(desk, 'Enter');
    await write(desk, 'Em  D', 'Tab');
    await write(desk, 'A7');
    await write(desk, '   D');
    await press(desk, 'Escape');
    expect(desk.chart).toBe('[A]\n| Em D | A7 | . . . D |');
  });

  it('are typed as they sound where the section is moved, and written as they stand', async () => {
    const desk = await open('map: A +2\n[A]\n| G | Bb | Em |');
    expect(desk.shown.all('li b').map((one) => one.textContent.trim())).toEqual(['A', 'C', 'F♯m']);
    await choose(desk, 0);
    await press(desk, 'Enter');
    await write(desk, 'D  A');
    await press(desk, 'Escape');
    expect(desk.chart).toContain('| C G | Bb | Em |');
    // It is chosen already: pressed again it is written in.
    await choose(desk, 1);
    await write(desk, 'C  F#m');
    // What the section has already keeps its spelling.
    expect(desk.chart).toContain('| C G | Bb Em | Em |');
  });

  it('say what is no bar, and leave it as it was', async () => {
    const desk = await open('[A]\n| G | C |');
    await choose(desk, 1);
    await press(desk, 'Enter');
    await write(desk, 'G % %', 'Tab');
    expect(desk.shown.one('[role=alert]').textContent).toContain('cannot be read as a bar');
    expect(desk.chart).toBe('[A]\n| G | C |');
  });

  it('are put in, taken out, split, joined and moved by keys', async () => {
    const desk = await open('[A]\n| G | C D | Em |');
    await choose(desk, 1);
    await press(desk, 's');
    expect(desk.chart).toBe('[A]\n| G | C | D | Em |');
    await press(desk, 'j');
    expect(desk.chart).toBe('[A]\n| G | C D | Em |');
    await press(desk, 'ArrowRight', { altKey: true });
    expect(desk.chart).toBe('[A]\n| G | Em | C D |');
    await press(desk, 'Delete');
    expect(desk.chart).toBe('[A]\n| G | Em |');
    await choose(desk, 0);
    await press(desk, 'i');
    await write(desk, 'Am');
    expect(desk.chart).toBe('[A]\n| G | Am | Em |');
  });

  it('stand in lines that say what they are, and are chosen, moved and ended as lines', async () => {
    const desk = await Desk.of<SectionBars>(
      SectionBars,
      songOf('[A]\n| G | D |\n| G | D |\n| Em | C |'),
      (song) => {
        const [one] = partsOf(song).occurrences;
        const bars = one ? barsInLayer(one, 'full', songPatterns(song)) : [];
        return { sectionId: one?.section ?? '', bars, lines: writtenLines(formOf(song)) };
      },
    );
    const labels = desk.shown.all<HTMLButtonElement>('[aria-label^="Choose line"]');
    expect(labels.map((one) => one.textContent.trim())).toEqual([
      ...['line 1, new', 'as line 1', 'line 3, new'],
    ]);
    labels[2]?.click();
    await desk.shown.settle();
    expect(await clip(desk, 'copy')).toBe('| Em | C |');
    await press(desk, 'ArrowUp', { altKey: true });
    expect(desk.chart).toBe('[A]\n| G | D |\n| Em | C |\n| G | D |');
    await press(desk, 'n');
    expect(desk.chart).toBe('[A]\n| G | D | Em | C |\n| G | D |');
    await press(desk, 'n');
    expect(desk.chart).toBe('[A]\n| G | D |\n| Em | C |\n| G | D |');
  });

  it('are marked as ones to listen for, several at a time, and settled again', async () => {
    const desk = await open('[A]\n| G | C | D |');
    await choose(desk, 0);
    await choose(desk, 1, true);
    await press(desk, 'l');
    expect(desk.chart).toBe('[A]\n| G? | C? | D |');
    await press(desk, 'l');
    expect(desk.chart).toBe('[A]\n| G | C | D |');
  });

  it('are copied and pasted as chart text', async () => {
    const desk = await open('[A]\n| G | C . D . | Em |');
    await choose(desk, 0);
    await choose(desk, 1, true);
    const text = await clip(desk, 'copy');
    expect(text).toBe('| G | C . D . |');
    await choose(desk, 2);
    await clip(desk, 'paste', `${text}\n| F |`);
    expect(desk.chart).toBe('[A]\n| G | C . D . | Em |\n| G | C . D . |\n| F |');
    await choose(desk, 0);
    await clip(desk, 'cut');
    expect(desk.chart).toBe('[A]\n| C . D . | Em |\n| G | C . D . |\n| F |');
  });

  it('of a derived section become its differences; those of an ending stay in it', async () => {
    const derived = await open('[A]\n| G | C |\n[B = A]', 1);
    await choose(derived, 1);
    await press(derived, 'Enter');
    await write(derived, 'D');
    expect(derived.chart).toContain('[B = A]\n2: | D |');
    const ended = await open('[A] x2\n| G |\n1. | C |\n2. | D |');
    expect(ended.shown.all('ol').length).toBe(3);
    const [, , second] = ended.shown.all('ol');
    second?.querySelector('button')?.dispatchEvent(new MouseEvent('dblclick', { bubbles: true }));
    await ended.shown.settle();
    await write(ended, 'Em');
    expect(ended.chart).toContain('2. | Em |');
  });
});

describe('the head of a section', () => {
  const open = (chart: string, at = 0) =>
    Desk.of<SectionHead>(SectionHead, songOf(chart), (song) => {
      const played = partsOf(song).occurrences[at];
      return { sectionId: played?.section, part: played?.part, barCount: played?.bars.length };
    });
  beforeEach(() => setUpPage());

  it('says how often, by which cue, and what of it is new', async () => {
    const desk = await open('[A]\n| G | C |\n[B = A]\n2: | D |', 1);
    expect(desk.shown.text).toContain('2 bars · as A, but bar 2');
    await desk.shown.press('More');
    await desk.fill('played', '3');
    await desk.fill('count needs listening', '');
    await desk.fill('cue', 'the "horns"');
    expect(desk.chart).toContain('[B = A] x3? cue "the horns"');
  });

  it('names it anew, but never as another', async () => {
    const desk = await open('[A]\n| G |\n[B]\n| D |');
    await desk.fill('Name of the section', 'Verse [1]');
    expect(desk.chart).toContain('[Verse 1]');
    const field = desk.shown.one<HTMLInputElement>('[aria-label="Name of the section"]');
    for (const name of ['B', 'Chorus x2']) {
      await desk.fill('Name of the section', name);
      expect(field.value).toBe('Verse 1');
    }
  });

  it('copies, splits, joins and takes away the whole of it', async () => {
    const desk = await open('[A]\n| G | C | D | Em |');
    await desk.shown.press('More');
    await desk.shown.press('Split it before bar');
    expect(desk.chart).toBe('map: A, A 2\n[A]\n| G | C |\n[A 2]\n| D | Em |');
    await desk.shown.press('Join with the next');
    expect(desk.chart).toBe('map: A\n[A]\n| G | C |\n| D | Em |');
    await desk.shown.press('Copy it');
    expect(desk.chart).toContain('[A 2 = A]');
    await desk.shown.press('New one after it');
    expect(desk.chart).toContain('map: A, Section, A 2');
  });

  it('takes endings, cues at bars, and a guitar part', async () => {
    const desk = await open('[A] x2\n| G | C |');
    await desk.shown.press('More');
    await desk.shown.press('Another ending');
    await desk.fill('for the part', 'lead guitar');
    await desk.fill('Bar of a cue', '2');
    desk.shown.one<HTMLInputElement>('[aria-label="Words of a cue at a bar"]').value = 'the horns';
    await desk.shown.press('Add');
    expect(desk.chart).toBe('[A] x2 part lead-guitar\n| G | C |\n1. | - |\ncue 2 "the horns"');
    expect(desk.shown.text).toContain('bar 2 “the horns”');
    await desk.shown.press('take away');
    expect(desk.chart).not.toContain('horns');
  });
});

describe('a place on the map', () => {
  const open = (entry: number, line = 'map: A, B, A') =>
    Desk.of<MapEntryForm>(MapEntryForm, songOf(`${line}\n[A] x2\n| G |\n[B]\n| D |`), () => ({
      entry,
    }));
  const map = (desk: Desk<MapEntryForm>) => desk.chart.split('\n')[0];
  beforeEach(() => setUpPage());

  it('says how often, in which layer, how far moved and how fast', async () => {
    const desk = await open(2);
    expect(desk.shown.text).toContain('3 of 3');
    await desk.fill('Times on the map', '2');
    await desk.fill('layer', 'bare');
    await desk.fill('Semitones up', '-2');
    await desk.fill('Tempo of its own', '80');
    await desk.fill('last time only', '');
    expect(map(desk)).toBe('map: A, B, A x2 once -2 layer bare tempo 80');
    await desk.fill('Semitones up', '0');
    await desk.fill('Tempo of its own', '');
    expect(map(desk)).toBe('map: A, B, A x2 once layer bare');
  });

  it('is moved, played once more and taken off', async () => {
    const desk = await open(1);
    await desk.shown.press('Later');
    expect(map(desk)).toBe('map: A, A, B');
    await desk.shown.press('Once more');
    expect(map(desk)).toBe('map: A, A, A, B');
    await desk.shown.press('Take it off');
    expect(map(desk)).toBe('map: A, A, B');
  });

  it('keeps what is said of it in the text alone', async () => {
    const desk = await open(0, 'map: A x2 until "the nod" fade, B');
    await desk.fill('Semitones up', '2');
    expect(map(desk)).toBe('map: A x2 +2 until "the nod" fade, B');
  });
});

describe('the blocks of the ribbon', () => {
  it('are one for each place on the map, or one for each time it is played', () => {
    const { occurrences } = partsOf(songOf('[A] x3\n| G | D |\n[B]\n| C |'));
    const blocks = occurrences.map((one) => ({
      letter: 'A',
      name: one.name,
      bars: one.bars.length,
    }));
    expect(foldedBlocks(blocks).map((one) => one.block.bars)).toEqual([6, 1]);
    expect(
      expandedBlocks(blocks, occurrences).map((one) => [one.block.bars, one.occurrence]),
    ).toEqual([
      ...[
        [2, 0],
        [2, 0],
        [2, 0],
        [1, 1],
      ],
    ]);
  });
});

describe('the song against the recording', () => {
  const CHART = 'tempo: 120\n[A]\n| G | D | G | D |\n[B = A]\n[C = A]\n[D = A]';
  const open = () =>
    Desk.of<ClockPanel>(ClockPanel, songOf(CHART), (song) => ({ played: partsOf(song) }));
  beforeEach(() => setUpPage());

  it('tells the tempo and the bars that are missing, from starts that are written', async () => {
    const desk = await open();
    const starts = [
      ['A', '0:02'],
      ['B', '0:10'],
      ['C', '0:20'],
      ['D', '0:28'],
    ] as const;
    for (const [name, at] of starts) await desk.fill(`Start of ${name}`, at);
    expect(desk.shown.text).toContain('120.0 bpm, first beat at 0:02. It keeps its tempo.');
    expect(desk.shown.text).toContain('B lacks 1 bar');
    await desk.fill('Start of C', 'later');
    expect(desk.shown.one<HTMLInputElement>('[aria-label="Start of C"]').value).toBe('0:20');
    await desk.shown.press('Take all marks away');
    expect(desk.chart).not.toContain('at 0:');
  });

  it('is tapped along: each press marks the next section', async () => {
    const now = spyOn(performance, 'now').and.returnValue(50_000);
    const desk = await open();
    await desk.shown.press('Start the clock');
    for (const [second, name] of [
      [2, 'A'],
      [10.04, 'B'],
    ] as const) {
      now.and.returnValue(50_000 + second * 1000);
      await desk.shown.press(`${name} starts now`);
    }
    expect(desk.chart).toContain('[A] at 0:02\n');
    expect(desk.chart).toContain('[B = A] at 0:10.04');
    await desk.shown.press('Stop the clock');
  });
});

describe('the song as it was', () => {
  it('lists older states, says what changed since, and goes back to one', async () => {
    const [old, now] = [songOf('capo: 2\n[A]\n| G |'), songOf('capo: 3\n[A]\n| G |')];
    const middle = songOf('capo: 2\n[A]\n| D |');
    const at = '2026-11-20T16:05:00.000Z';
    const api = {
      revisions: () =>
        of([
          { number: 4, by: 'Ilse', at, planCount: 0 },
          { number: 3, by: 'Ilse', at, planCount: 2 },
        ]),
      revision: (_: string, number: number) =>
        of({ number, document: number === 3 ? old : middle }),
    };
    setUpPage([{ provide: SongsApi, useValue: api }]);
    const shown = await ShownPart.of(Versions, { songId: 's1', song: now });
    const restored: SongDocument[] = [];
    shown.fixture.componentInstance.restored.subscribe((song) => restored.push(song));
    expect(shown.text).toContain('revision 3, Ilse · 2 students learn it');
    await shown.press('revision 3');
    expect(shown.text).toContain('The capo was 2, now 3.');
    const until = shown.one<HTMLSelectElement>('select');
    until.value = '4';
    until.dispatchEvent(new Event('change'));
    await shown.settle();
    expect(shown.text).not.toContain('The capo was 2');
    expect(shown.all('ul li').length).toBeGreaterThan(0);
    await shown.press('Go back to revision 3');
    expect(restored).toEqual([old]);
  });
});
