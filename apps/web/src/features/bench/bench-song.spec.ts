import { findingsOf } from '@harvu/core/checks';
import { readChart } from '@harvu/core/chart';
import { withCommand, type SongCommand } from '@harvu/core/edits';
import { EMPTY_SONG, type SongDocument } from '@harvu/core/song';
import { of } from 'rxjs';
import { FrameLine } from '../../editors/frame/frame-line';
import { PatternRow } from '../../editors/patterns/pattern-row';
import { setUpPage, ShownPart } from '../../testing/page';
import { Analysis } from '../../worked-out';
import { answers } from '../../worked-out/answers';
import { findGripsFor } from '../../worked-out/grip-search';
import { ChordName } from '../../ui/chord-name';
import { CONVENTIONS } from '../../ui/conventions';
import { USUAL_CONVENTIONS } from '@harvu/core/conventions';
import { signal } from '@angular/core';
import { AddSection } from './parts/add-section';
import { BenchMargin } from './parts/bench-margin';
import { FindingGroup } from './parts/finding-group';
import { SongColumn } from './parts/song-column';
import { stationOf, stationsOf } from './stations';
import { hasMusic, withFirstRow } from './first-row';

const songOf = (chart: string): SongDocument => readChart(chart).song;
const SONG = songOf(`tempo: 92
meter: 4/4
capo: 0
map: Verse, Chorus, Verse, Chorus +2
pattern eights 4/4: D U D U D U D U
pattern unused 4/4: D D D D
[Verse] pattern eights
| G | D | Em | F#m |
[Chorus] pattern eights
| C | G |
[Verse 2 = Verse]
[Tag]
| Am |
`);

describe('the song at the bench', () => {
  beforeEach(() => {
    setUpPage([
      { provide: CONVENTIONS, useValue: signal(USUAL_CONVENTIONS) },
      {
        provide: Analysis,
        useValue: {
          findGrips: (...asked: Parameters<typeof findGripsFor>) => of(findGripsFor(...asked)),
        },
      },
    ]);
  });

  it('has each section once where it first comes, moved ones too, and last what is never played', () => {
    const stations = stationsOf(SONG);
    expect(stations.map(({ section, semitones }) => `${section.name} ${semitones}`)).toEqual([
      ...['Verse 0', 'Chorus 0', 'Chorus 2', 'Verse 2 0', 'Tag 0'],
    ]);
    expect(stations.map((one) => one.entry !== undefined)).toEqual([
      true,
      true,
      true,
      false,
      false,
    ]);
    const chorus = stations[2]?.section.id ?? '';
    expect(stationOf(stations, { section: chorus, semitones: 2 })).toBe(2);
    expect(stationOf(stations, undefined)).toBe(-1);
  });

  it('begins with a row of bars where nothing is written, and is left as it is elsewhere', () => {
    const begun = withFirstRow(EMPTY_SONG);
    expect([begun.sections.length, begun.sections[0]?.bars.length, hasMusic(begun)]).toEqual([
      1,
      4,
      false,
    ]);
    expect(withFirstRow(SONG)).toBe(SONG);
    expect(hasMusic(SONG)).toBeTrue();
  });

  const column = async (song: SongDocument) => {
    const worked = answers.takeApart(song, USUAL_CONVENTIONS);
    const shown = await ShownPart.of(SongColumn, { song, worked, layer: 'full' });
    const given: SongCommand[] = [];
    shown.fixture.componentInstance.changed.subscribe((one) => given.push(one));
    for (let turn = 0; turn < 20; turn += 1) {
      await new Promise((go) => setTimeout(go, 16));
      await shown.settle();
    }
    return { shown, given };
  };
  const sections = (shown: ShownPart<SongColumn>) => shown.all('harvu-section-view');

  it('stands section after section: grips drawn where they come new, named where they come again', async () => {
    const { shown } = await column(SONG);
    const [verse, chorus, raised] = sections(shown).map((one) =>
      one.textContent.replace(/\s+/g, ' '),
    );
    expect(verse).toContain('New here');
    expect(chorus).toMatch(/New here.*C.*and from above\s*G/);
    expect(raised).toContain('2 frets’ worth higher');
    expect(sections(shown)[2]?.querySelectorAll('harvu-section-bars').length).toBe(0);
  });

  it('shows the bars of what is like another only when they are asked for', async () => {
    const { shown } = await column(SONG);
    const again = sections(shown)[3];
    expect(again?.textContent).toContain('as Verse');
    [...(again?.querySelectorAll('button') ?? [])]
      .find((one) => one.textContent.includes('Show the bars'))
      ?.click();
    await shown.settle();
    expect(again?.querySelectorAll('harvu-section-bars li').length).toBe(4);
  });

  it('offers to put on the map what is never played', async () => {
    const { shown, given } = await column(SONG);
    const tag = sections(shown)[4];
    [...(tag?.querySelectorAll('button') ?? [])]
      .find((one) => one.textContent.includes('add it'))
      ?.click();
    const [command] = given;
    expect(command?.kind === 'set-map' && command.map.at(-1)?.section).toBe('Tag');
  });

  it('offers no place on the map to a section whose name is another’s', async () => {
    const { shown } = await column(songOf('[Verse]\n| G | D |\n[Verse]\n| C | D |\n'));
    const [, again] = sections(shown);
    expect(again?.textContent).toContain('2 bars');
    expect(again?.textContent).not.toContain('add it');
  });

  it('says which change of a section is slowest, and draws it when it is pressed', async () => {
    const { shown } = await column(SONG);
    const [verse] = sections(shown);
    expect(verse?.textContent).toMatch(/the slowest here/);
    verse?.querySelector<HTMLElement>('harvu-section-change button')?.click();
    await shown.settle();
    expect(verse?.querySelectorAll('harvu-change harvu-grip').length).toBe(2);
  });

  it('tells how to go on until the first chord is written', async () => {
    const { shown } = await column(withFirstRow(EMPTY_SONG));
    expect(shown.one('harvu-first-bars').querySelectorAll('li').length).toBe(3);
    expect(shown.text).not.toContain('Of the whole song');
    const written = await column(SONG);
    expect(written.shown.all('harvu-first-bars').length).toBe(0);
  });

  it('is added to by a name, or like a section that is there', async () => {
    const add = await ShownPart.of(AddSection, { song: SONG });
    const given: SongCommand[] = [];
    add.fixture.componentInstance.added.subscribe((one) => given.push(one));
    const like = add.one<HTMLSelectElement>('select');
    add.one<HTMLInputElement>('input').value = 'Chorus [2]';
    await add.press('Add it');
    like.value = 'Verse 2';
    await add.press('Add it');
    expect(given.map((one) => one.kind === 'add-section' && [one.name, one.parent])).toEqual([
      ['Chorus 2', undefined],
      ['Verse', 'Verse 2'],
    ]);
  });

  it('says its frame as one sentence; a press opens the fields at what was pressed', async () => {
    const line = await ShownPart.of(FrameLine, { frame: SONG.frame });
    expect(line.text).toBe(
      '92 bpm, 4/4, straight or swung? which tuning? no capo, which key? pick or fingers? how long?',
    );
    await line.press('no capo');
    expect((document.activeElement as HTMLElement).dataset['field']).toBe('capo');
    expect(line.text).toContain('Write the fret of the capo');
    await line.press('92 bpm,');
    expect((document.activeElement as HTMLElement).dataset['field']).toBe('tempo');
    line.element.dispatchEvent(new KeyboardEvent('keydown', { key: 'Escape' }));
    await line.settle();
    expect(line.all('harvu-frame-form').length).toBe(0);
  });

  it('has its patterns renamed, copied and taken away where they stand', async () => {
    let song = SONG;
    const row = await ShownPart.of(PatternRow, { song, only: ['unused'] });
    row.fixture.componentInstance.changed.subscribe((command) => {
      song = withCommand(song, command);
      void row.set('song', song);
    });
    expect(row.all('li').length).toBe(1);
    await row.press('unused');
    const field = row.one<HTMLInputElement>('input');
    field.value = 'eights';
    field.dispatchEvent(new Event('change'));
    await row.settle();
    // A name that is taken goes back to what it was.
    expect(field.value).toBe('unused');
    await row.press('Copy it');
    expect(song.patterns.map((one) => one.name)).toEqual(['eights', 'unused', 'unused-2']);
    await row.set('only', ['unused-2']);
    await row.press('Take it away');
    expect(song.patterns.map((one) => one.name)).toEqual(['eights', 'unused']);
  });

  it('speaks a chord in words, and shows its signs', async () => {
    const chord = await ShownPart.of(ChordName, { name: 'F#m7' });
    expect(chord.text).toBe('F♯m7');
    expect(chord.element.getAttribute('aria-label')).toBe('F sharp minor 7');
  });
});

describe('the margin of the bench', () => {
  const DOUBTS = songOf('tempo: 92\n[A]\n| G? | D |\n[B]\n| C? | D? |');
  beforeEach(() => {
    setUpPage();
    localStorage.removeItem('harvu-put-away');
  });
  afterEach(() => localStorage.removeItem('harvu-put-away'));

  it('tells equal things together, each with what can be done about it', async () => {
    const findings = findingsOf(DOUBTS).filter((one) => one.code === 'doubt-open');
    expect(findings.length).toBeGreaterThan(1);
    const group = await ShownPart.of(FindingGroup, { findings });
    const kept: string[] = [];
    group.fixture.componentInstance.overrule.subscribe((one) => kept.push(one.key));
    expect(group.text).toContain(`To listen for: ${findings.length}.`);
    expect(group.text).not.toContain('It is meant so');
    await group.press('Bars');
    await group.press('It is meant so');
    group.one<HTMLInputElement>('input').value = 'as it is sung';
    await group.press('Keep');
    expect(kept).toEqual([findings.find((one) => one.at === 'B')?.key ?? '']);
  });

  const SLOW = songOf(
    'tempo: 150\ngrip F: 133211\npattern eights 4/4: D U D U D U D U\n[A] pattern eights\n| C | F | C | F |',
  );
  const margin = (song: SongDocument) =>
    ShownPart.of(BenchMargin, {
      ...{ song, songId: 's', faults: [], noticed: findingsOf(song) },
      worked: answers.takeApart(song, USUAL_CONVENTIONS),
    });

  it('offers what would win time for the slowest change', async () => {
    const shown = await margin(SLOW);
    const given: (readonly SongCommand[])[] = [];
    shown.fixture.componentInstance.settle.subscribe((one) => given.push(one.commands));
    expect(shown.text).toContain('Slowest change.');
    await shown.press('Easier F');
    await shown.press('Leave the last stroke open');
    expect(given.map(([first]) => first?.kind)).toEqual(['set-grip', 'set-pattern']);
    expect(shown.one('a[href*="steps"]').getAttribute('href')).toMatch(/change=\w%20\w$/);
  });

  it('puts away what was read, until it says something else', async () => {
    const shown = await margin(SLOW);
    expect(shown.text).toContain('Learn each thing once.');
    const before = shown.all('harvu-note').length;
    await shown.press('put away');
    expect(shown.all('harvu-note').length).toBe(before - 1);
    const again = await margin(SLOW);
    expect(again.all('harvu-note').length).toBe(before - 1);
    const longer = await margin(songOf('tempo: 150\n[A]\n| C | F | G | F |\n[B]\n| Am |'));
    expect(longer.text).toContain('Length.');
  });
});
