import fc from 'fast-check';
import { anySong } from '../testing/any-song';
import { EMPTY_SONG, type PatternUse, type SongDocument } from '../song';
import { readChart, writeChart } from './index';
import { withCommand } from '../edits';
import { runs, turn } from '../testing/runs';

function withoutIds(song: SongDocument): unknown {
  return JSON.parse(
    JSON.stringify({ ...song, nextId: 0 }, (key, value: unknown) => (key === 'id' ? '' : value)),
  );
}

describe('a song written and read again', () => {
  it('is the same song, ids included, 1,000 times over', async () => {
    const isSame = fc.property(anySong, (drawn) => {
      const song = readChart(writeChart(drawn)).song;
      expect(withoutIds(song)).toEqual(withoutIds(drawn));
      expect(readChart(writeChart(song), song).song).toEqual(song);
    });
    for (let tenth = 0; tenth < 10; tenth += 1) {
      fc.assert(isSame, runs(100));
      await turn();
    }
  }, 120_000);

  it('keeps remarks and what could not be read, word for word', () => {
    const text = '# ask Ilse about bar 3\ntempo: quick\n\n[A]\n| G |\n# softer\nwhat is this\n';
    expect(writeChart(readChart(text).song)).toBe(text);
  });

  it('keeps a line of bars with a fault in it word for word', () => {
    expect(writeChart(readChart('[A]\n| G |   | C |\n').song)).toContain('| G | -? | C |');
  });

  it('is empty when it was empty', () => {
    expect(writeChart(EMPTY_SONG)).toBe('');
    expect(readChart('').song).toEqual(EMPTY_SONG);
  });
});

describe('ids', () => {
  const before = readChart('[Verse]\n| G | C | D | G |\n[Chorus]\n| C | D |').song;
  const idsOf = (song: SongDocument, section: number): readonly string[] =>
    song.sections[section]?.bars.map((bar) => bar.id) ?? [];

  it('stay when a bar between others is changed', () => {
    const after = readChart('[Verse]\n| G | C | Em | G |\n[Chorus]\n| C | D |', before).song;
    expect(idsOf(after, 0)).toEqual(idsOf(before, 0));
  });

  it('stay with their bars when one is put in or taken out', () => {
    const longer = readChart('[Verse]\n| G | A | C | D | G |\n[Chorus]\n| C | D |', before).song;
    const [first, , ...rest] = idsOf(longer, 0);
    expect([first, ...rest]).toEqual(idsOf(before, 0));
    expect(new Set(idsOf(longer, 0)).size).toBe(5);
    const shorter = readChart('[Verse]\n| G | D | G |\n[Chorus]\n| C | D |', before).song;
    expect(idsOf(shorter, 0)).toEqual(idsOf(before, 0).filter((_, index) => index !== 1));
  });

  it('stay when sections change places or one is renamed', () => {
    const moved = readChart('[Chorus]\n| C | D |\n[Verse 1]\n| G | C | D | G |', before).song;
    expect(moved.sections.map((one) => one.id)).toEqual([
      before.sections[1]?.id,
      before.sections[0]?.id,
    ] as string[]);
  });

  it('of a section taken away are never given again', () => {
    const without = readChart('[Chorus]\n| C | D |', before).song;
    const again = readChart('[Chorus]\n| C | D |\n[New]\n| E |', without).song;
    expect(before.sections.map((one) => one.id)).not.toContain(again.sections[1]?.id ?? '');
  });
});

describe('a command', () => {
  const song = readChart('[A]\n| G | C |').song;

  it('sets and clears a field of the frame, and leaves what it cannot read', () => {
    const set = withCommand(song, { kind: 'set-frame', field: 'tempo', text: '92' });
    expect(set.frame.tempo).toBe(92 as never);
    expect(withCommand(set, { kind: 'set-frame', field: 'tempo', text: 'slow' })).toBe(set);
    expect(withCommand(set, { kind: 'set-frame', field: 'tempo', text: ' ' }).frame).toEqual({});
  });

  it('adds a grip or replaces the one there', () => {
    const added = withCommand(song, { kind: 'set-grip', name: 'G', grip: [3, 2, 0, 0, 0, 3] });
    const changed = withCommand(added, {
      kind: 'set-grip',
      name: 'G',
      grip: [3, 2, 0, 0, 3, 3],
      fingers: [2, 1, null, null, 3, 4],
    });
    expect(changed.grips).toEqual([
      { name: 'G', grip: [3, 2, 0, 0, 3, 3], fingers: [2, 1, null, null, 3, 4] },
    ]);
  });

  it('lays a pattern over a layer or some bars, one to a place, and takes it away again', () => {
    const use = (from: SongDocument, more: PatternUse): SongDocument =>
      withCommand(from, { kind: 'use-pattern', section: 'A', use: more });
    const head = (of: SongDocument): string => writeChart(of).split('\n')[0] ?? '';
    const own = use(song, { pattern: 'eights' });
    expect(head(own)).toBe('[A] pattern eights');
    const more = use(use(own, { pattern: 'fill', layer: 'ornaments' }), {
      pattern: 'gallop',
      bars: { from: 2, to: 2 },
    });
    expect(head(more)).toBe('[A] pattern eights pattern fill for ornaments pattern gallop in 2');
    const other = use(more, { pattern: 'roll', layer: 'ornaments' });
    expect(head(other)).toBe('[A] pattern eights pattern gallop in 2 pattern roll for ornaments');
    const less = use(use(other, { pattern: '', layer: 'ornaments' }), { pattern: '' });
    expect(head(less)).toBe('[A] pattern gallop in 2');
  });

  it('leaves the song it was given as it was', () => {
    const frozen = JSON.stringify(song);
    withCommand(song, { kind: 'write-chart', text: '[B]\n| D |' });
    expect(JSON.stringify(song)).toBe(frozen);
  });
});
