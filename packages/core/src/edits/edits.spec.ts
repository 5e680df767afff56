import fc from 'fast-check';
import { anySong } from '../testing/any-song';
import {
  dropBars,
  insertBars,
  joinBar,
  moveBars,
  splitBar,
  withCommand,
  type SongCommand,
} from './index';
import { EMPTY_SONG, mapOf, ownBars, sectionBars, type Bar, type SongDocument } from '../song';
import { readChart, writeBars, writeChart } from '../chart';
import { runs } from '../testing/runs';

const song = (chart: string): SongDocument => readChart(chart).song;
const idOf = (of: SongDocument, name: string): string =>
  of.sections.find((one) => one.name === name)?.id ?? '';
const run = (of: SongDocument, command: SongCommand): string =>
  writeChart(withCommand(of, command)).trim().replace(/\n+/g, '\n');
const named = (names: string): readonly Bar[] =>
  names.split(' ').map((name, index) => ({ id: `b${index + 1}`, chords: [{ name, span: 1 }] }));
const chords = (bars: readonly Bar[]): string =>
  bars.map((bar) => bar.chords.map((one) => one.name).join('')).join(' ');
/** What every section plays, first pass and second. */
const plays = (of: SongDocument): readonly string[] =>
  of.sections.map((one) => [1, 2].map((pass) => writeBars(sectionBars(of, one, pass))).join(' / '));

describe('bars in a list', () => {
  it('are put in, taken out, moved, split and joined', () => {
    const list = named('G C D');
    expect(chords(insertBars(list, { at: 1, bars: named('E') }))).toBe('G E C D');
    expect(chords(dropBars(list, { from: 0, to: 1 }))).toBe('D');
    expect(chords(moveBars(list, { from: 0, to: 1 }, 1))).toBe('D G C');
    expect(moveBars(list, { from: 0, to: 1 }, -1)).toBe(list);
    expect(chords(joinBar(list, 1))).toBe('G CD');
    expect(chords(splitBar(joinBar(list, 1), 1))).toBe('G C D');
    expect(chords(splitBar(list, 0))).toBe('G G C D');
    expect(joinBar(list, 2)).toBe(list);
  });
});

describe('edits of bars', () => {
  it('give new bars an id, and keep the others', () => {
    const one = song('[A]\n| G | D |');
    const bars = insertBars(ownBars(one, one.sections[0] ?? never()), {
      at: 1,
      bars: [{ id: '', chords: [{ name: 'C', span: 1 }] }],
    });
    const edited = withCommand(one, { kind: 'set-bars', section: idOf(one, 'A'), bars });
    expect(writeChart(edited)).toBe('[A]\n| G | C | D |\n');
    const ids = edited.sections[0]?.bars.map((bar) => bar.id) ?? [];
    expect([ids[0], ids[2]]).toEqual(one.sections[0]?.bars.map((bar) => bar.id) ?? []);
    expect(new Set(ids).size).toBe(3);
  });

  it('leave a repeat a repeat while it is one', () => {
    const one = song('[A]\n| G | % | D | % |');
    const list = ownBars(one, one.sections[0] ?? never());
    const bars = dropBars(list, { from: 0, to: 0 });
    expect(run(one, { kind: 'set-bars', section: idOf(one, 'A'), bars })).toBe(
      '[A]\n| G | D | % |',
    );
  });

  it('of a derived section are written as differences, and follow the parent elsewhere', () => {
    const one = song('[A]\n| G | C | D | Em |\n[B = A]');
    const list = ownBars(one, one.sections[1] ?? never());
    const set = (bars: readonly Bar[]): string =>
      run(one, { kind: 'set-bars', section: idOf(one, 'B'), bars }).split('[B = A]\n')[1] ?? '';
    const other = { id: '', chords: [{ name: 'F', span: 1 }] };
    expect(set(list.map((bar, index) => (index === 2 ? other : bar)))).toBe('3: | F |');
    expect(set(dropBars(list, { from: 1, to: 1 }))).toBe('drop 2');
    expect(set([...list, other])).toBe('5: | F |');
    expect(set(insertBars(list, { at: 1, bars: [other] }))).toBe('2: | F | C | D | Em |');
  });

  it('of an ending stay in it', () => {
    const one = song('[A] x2\n| G |\n1. | C |\n2. | D |');
    const edited = run(one, {
      ...{ kind: 'set-bars', section: idOf(one, 'A'), ending: 2 },
      bars: [{ id: '', chords: [{ name: 'E', span: 1 }] }],
    });
    expect(edited).toBe('[A] x2\n| G |\n1. | C |\n2. | E |');
    const none = run(one, { kind: 'set-bars', section: idOf(one, 'A'), ending: 1, bars: [] });
    expect(none).toBe('[A] x2\n| G |\n2. | D |');
    const third = run(one, {
      kind: 'set-bars',
      section: idOf(one, 'A'),
      ending: 3,
      bars: named('F'),
    });
    expect(third).toBe('[A] x2\n| G |\n1. | C |\n2. | D |\n3. | F |');
  });
});

describe('edits of sections', () => {
  const SONG = song('map: A, B, A\n[A]\n| G | C | D | Em |\n[B = A]\n4: | F |');

  it('derive one from another and write it out again, playing the same', () => {
    const one = song('[A]\n| G | C | D | Em |\n[B]\n| G | C | F |');
    const derived = withCommand(one, { kind: 'derive', section: idOf(one, 'B'), parent: 'A' });
    expect(writeChart(derived)).toContain('[B = A]\n3: | F |\ndrop 4\n');
    const out = withCommand(derived, { kind: 'write-out', section: idOf(one, 'B') });
    expect(plays(out)).toEqual(plays(one));
  });

  it('never derive a section from itself, by whatever way round', () => {
    const turned = withCommand(SONG, { kind: 'derive', section: idOf(SONG, 'A'), parent: 'B' });
    expect(turned.sections[0]?.parent).toBeUndefined();
    expect(
      withCommand(SONG, { kind: 'derive', section: idOf(SONG, 'A'), parent: 'A' }).sections,
    ).toEqual(SONG.sections);
  });

  it('add, copy, move and take away, and keep the map in step', () => {
    const id = idOf(SONG, 'A');
    expect(run(SONG, { kind: 'add-section', after: id, name: 'A' })).toContain(
      'map: A, A 2, B, A\n[A]\n| G | C | D | Em |\n[A 2]\n| - |\n[B = A]',
    );
    expect(run(SONG, { kind: 'copy-section', section: id })).toContain('[A 2 = A]');
    expect(run(SONG, { kind: 'move-section', section: id, by: 1 })).toMatch(
      /\[B = A\].*\n.*\n\[A\]/,
    );
    expect(run(SONG, { kind: 'drop-section', section: id })).toBe('map: B\n[B]\n| G | C | D | F |');
  });

  it('rename wherever it is named, but not to a name that is taken', () => {
    const id = idOf(SONG, 'A');
    expect(run(SONG, { kind: 'rename-section', section: id, name: 'Verse' })).toContain(
      'map: Verse, B, Verse\n[Verse]',
    );
    for (const name of ['B', '', 'Chorus x2', 'Verse layer bare', 'A, B', 'A = B', 'A] x2'])
      expect(withCommand(SONG, { kind: 'rename-section', section: id, name })).toBe(SONG);
  });

  it('split a section in two that follow each other, and join them again', () => {
    const id = idOf(SONG, 'A');
    const split = withCommand(SONG, { kind: 'split-section', section: id, at: 2 });
    expect(mapOf(split).map((one) => one.section)).toEqual(['A', 'A 2', 'B', 'A', 'A 2']);
    expect(plays(split)[0]).toContain('| G | C |');
    const joined = withCommand(split, { kind: 'join-section', section: id });
    expect(plays(joined)).toEqual(plays(SONG));
    expect(mapOf(joined)).toEqual(SONG.map);
  });

  it('put a transposed section on the map in place of a written one', () => {
    const one = song('[A]\n| G | C |\n[B]\n| A | D |\n[C]\n| Em |');
    const command = {
      kind: 'play-transposed',
      section: idOf(one, 'B'),
      of: 'A',
      semitones: 2,
    } as const;
    expect(run(one, command)).toBe('map: A, A +2, C\n[A]\n| G | C |\n[C]\n| Em |');
    const far = song('map: A, B +11\n[A]\n| G | C |\n[B]\n| A | D |');
    const moved = {
      kind: 'play-transposed',
      section: idOf(far, 'B'),
      of: 'A',
      semitones: 2,
    } as const;
    expect(run(far, moved)).toContain('map: A, A +1');
    expect(run(far, { ...moved, semitones: 1 })).toContain('map: A, A\n');
  });

  it('say how often, when and by which cue, and unsay it', () => {
    const one = song('[A]\n| G |');
    const section = idOf(one, 'A');
    const said = withCommand(one, {
      ...{ kind: 'set-section', section, times: 2, timesDoubt: true },
      ...{ startsAt: 14.2 as never, cue: 'lamps', cues: [{ bar: 1, words: 'horns' }] },
    });
    expect(writeChart(said)).toBe('[A] x2? at 0:14.2 cue "lamps"\n| G |\ncue 1 "horns"\n');
    const unsaid = withCommand(said, {
      ...{ kind: 'set-section', section, times: 1, timesDoubt: false },
      ...{ startsAt: null, cue: '', cues: [] },
    });
    expect(writeChart(unsaid)).toBe('[A]\n| G |\n');
  });

  it('mark a grip as one to listen for, and settle it', () => {
    const one = song('grip G: 320033\n[A]\n| G |');
    const open = withCommand(one, { kind: 'doubt-grip', name: 'G', isOpen: true });
    expect(writeChart(open)).toContain('grip G: 320033 ?');
    expect(withCommand(open, { kind: 'doubt-grip', name: 'G', isOpen: false })).toEqual(one);
  });

  it('restore an older song without giving ids twice', () => {
    const older = song('[A]\n| G |');
    const newer = withCommand(older, { kind: 'add-section', after: '', name: 'B' });
    const back = withCommand(newer, { kind: 'restore', song: older });
    expect(writeChart(back)).toBe(writeChart(older));
    expect(back.nextId).toBe(newer.nextId);
    expect(withCommand(EMPTY_SONG, { kind: 'restore', song: newer })).toEqual(newer);
  });
});

describe('edits of any song', () => {
  it('that change nothing play the same', () => {
    fc.assert(
      fc.property(anySong, (drawn) => {
        const before = song(writeChart(drawn));
        for (const section of before.sections) {
          const bars = ownBars(before, section);
          const same = withCommand(before, { kind: 'set-bars', section: section.id, bars });
          expect(plays(same)).toEqual(plays(before));
          const out = withCommand(before, { kind: 'write-out', section: section.id });
          expect(plays(out)).toEqual(plays(before));
          const derived = withCommand(out, {
            kind: 'derive',
            section: section.id,
            parent: 'Part 1',
          });
          expect(plays(derived)).toEqual(plays(before));
        }
      }),
      runs(150),
    );
  });
});

describe('edits of patterns', () => {
  const chart = `pattern eights 4/4: D U D U D U D U
pattern thumb 4/4: D - D -
[A] pattern eights pattern thumb in 2
| G | D |
[B = A]
[C] pattern thumb for pulse
| C |`;

  it('rename one wherever it is played', () => {
    const renamed = run(song(chart), { kind: 'rename-pattern', from: 'thumb', to: 'walk' });
    expect(renamed).not.toContain('thumb');
    expect(renamed).toMatch(/\[A\].*pattern walk in 2/);
    expect(renamed).toMatch(/\[C\].*pattern walk for pulse/);
  });

  it('keep a name where the new one is taken, or could not be written', () => {
    for (const to of ['eights', '', 'two words', 'a:b']) {
      const before = song(chart);
      expect(withCommand(before, { kind: 'rename-pattern', from: 'thumb', to })).toEqual(before);
    }
  });

  it('take one away wherever it is played', () => {
    const without = run(song(chart), { kind: 'drop-pattern', name: 'thumb' });
    expect(without).not.toContain('thumb');
    expect(without).toContain('[A] pattern eights');
  });
});

describe('a new section', () => {
  it('is a bar of silence, or like one that is there', () => {
    const before = song('[A]\n| G | D |');
    const after = idOf(before, 'A');
    expect(run(before, { kind: 'add-section', after, name: 'A' })).toContain('[A 2]\n| - |');
    const like = withCommand(before, { kind: 'add-section', after, name: 'A', parent: 'A' });
    expect(writeChart(like)).toContain('[A 2 = A]');
    expect(plays(like)[1]).toBe(plays(like)[0]);
  });
});

function never(): never {
  throw new Error('there is no such section');
}
