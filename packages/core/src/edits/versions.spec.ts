import fc from 'fast-check';
import { anySong } from '../testing/any-song';
import { changesInWords, mergeTexts, withCommand } from './index';
import { readChart, writeChart } from '../chart';
import { runs } from '../testing/runs';

describe('two people’s changes of one text', () => {
  const base = '[A]\n| G |\n| C |\n\n[B]\n| D |\n';

  it('are both in the merged text where they are in different lines', () => {
    const merged = mergeTexts({
      base,
      mine: base.replace('G', 'Em'),
      theirs: base.replace('D', 'F').replace('[B]', '[B] x2'),
    });
    expect(merged).toEqual({ text: '[A]\n| Em |\n| C |\n\n[B] x2\n| F |\n', theirs: [] });
  });

  it('are kept as mine where both changed one line, and theirs given back', () => {
    const merged = mergeTexts({
      base,
      mine: base.replace('G', 'Em'),
      theirs: base.replace('G', 'Am'),
    });
    expect(merged.text).toContain('| Em |');
    expect(merged.theirs).toEqual(['| Am |']);
  });

  it('are no matter where both did the same', () => {
    const same = base.replace('G', 'Em');
    expect(mergeTexts({ base, mine: same, theirs: same })).toEqual({ text: same, theirs: [] });
  });

  it('are both kept in one row, in one section, whatever the rows came to be', () => {
    const row = '[A]\n| G | D | Em | C |\n| G | D | C | C |\n';
    const merge = (mine: string, theirs: string) => mergeTexts({ base: row, mine, theirs });
    const CASES: readonly (readonly [mine: string, theirs: string, both: string])[] = [
      // Other bars of one row, beside each other too.
      [row.replace('| G | D | Em', '| Am | D | Em'), row.replace('Em', 'F'), 'Am D F C G D C C'],
      [row.replace('| G | D | Em', '| Am | D | Em'), row.replace('D', 'Bm'), 'Am Bm Em C G D C C'],
      // One puts a bar in, so that every row is another; the other changes the last one.
      [
        '[A]\n| F | G | D | Em |\n| C | G | D | C |\n| C |\n',
        row.replace('| C | C |', '| C | G7 |'),
        'F G D Em C G D C G7',
      ],
      [row.replace(' Em |', ''), row.replace('| C | C |', '| C | Am |'), 'G D C G D C Am'],
      // A bar that is put in before one that the other changed.
      [row.replace('| D | Em', '| D | F | Em'), row.replace('Em', 'E7'), 'G D F E7 C G D C C'],
    ];
    for (const [mine, theirs, both] of CASES) {
      const merged = merge(mine, theirs);
      const bars = [...merged.text.matchAll(/[A-G][m7]*(?= \|)/g)].map(([one]) => one).join(' ');
      expect([bars, merged.theirs]).withContext(mine).toEqual([both, []]);
    }
  });

  it('never lose a line or a bar that either wrote', () => {
    const line = fc.constantFrom(
      '| G |',
      '| C |',
      '[A]',
      '| D | Em |',
      '| D | F | Em |',
      '# a remark',
    );
    const lines = fc.array(line, { maxLength: 8 }).map((all) => all.join('\n'));
    const piecesOf = (text: string): readonly string[] =>
      text.split(/\n|\|/).map((one) => one.trim());
    fc.assert(
      fc.property(lines, lines, lines, (from, mine, theirs) => {
        const merged = mergeTexts({ base: from, mine, theirs });
        const left = piecesOf(`${merged.text}\n${merged.theirs.join('\n')}`);
        const old = new Set(piecesOf(from));
        const written = piecesOf(`${mine}\n${theirs}`).filter((one) => !old.has(one));
        expect(written.filter((one) => !left.includes(one))).toEqual([]);
        expect(mergeTexts({ base: from, mine, theirs: from })).toEqual({ text: mine, theirs: [] });
      }),
    );
  });

  it('may be long, and of lines that are all alike', () => {
    const empty = '\n'.repeat(4000);
    const mine = `[A]\n${empty}`;
    const merged = mergeTexts({ base: empty, mine, theirs: `${empty}# theirs` });
    expect(merged).toEqual({ text: `[A]\n${empty}# theirs`, theirs: [] });
  });
});

describe('what changed between two states of a song', () => {
  const before = readChart(
    'tempo: 92\ncapo: 2\ngrip G: 320003\n[Verse]\n| G | C | D | G |\n[Out]\n| G! |',
  ).song;
  const words = (chart: string): readonly string[] =>
    changesInWords(before, readChart(chart, before).song);

  it('is told thing by thing', () => {
    const after = writeChart(before)
      .replace('capo: 2', 'key: F#m')
      .replace('grip G: 320003', 'grip G: 320033\ngrip C: x32010')
      .replace('| C | D |', '| Am . F# . | D | D |')
      .replace('[Out]', '[Tag]');
    expect(words(after)).toEqual([
      'The capo was 2, now not stated.',
      'The key was not stated, now F♯m.',
      'Verse: bar 2 was C, now Am . F♯ .; one bar put in at bar 4: D.',
      'Out is called Tag now.',
      'The grip G was changed.',
      'The grip C is new.',
    ]);
  });

  it('tells sections that came and went, and the map', () => {
    expect(
      words('tempo: 92\ncapo: 2\nmap: Verse x2\ngrip G: 320003\n[Verse]\n| G | C | D |'),
    ).toEqual([
      'Verse: one bar taken out at bar 4: G.',
      'Out was taken away.',
      'The map was changed.',
    ]);
    const head = writeChart(before).replace('[Out]', '[Out] x2 at 0:14\ncue 1 "horns"');
    expect(words(head)).toEqual(['Out: nothing said became x2 at 0:14 cue 1 "horns".']);
    const more = withCommand(before, { kind: 'add-section', after: '', name: 'Solo' });
    expect(changesInWords(before, more)).toEqual(['Solo is new: -.']);
  });

  it('tells where bars stand in other lines, and nothing else is another', () => {
    const before = readChart('[A]\n| G | D |\n| Em | C |').song;
    const after = readChart('[A]\n| G | D | Em | C |', before).song;
    expect(changesInWords(before, after)).toEqual(['A: its bars stand in other lines.']);
  });

  it('is nothing between a song and itself', () => {
    fc.assert(
      fc.property(anySong, (drawn) => {
        const { song } = readChart(writeChart(drawn));
        expect(changesInWords(song, song)).toEqual([]);
      }),
      runs(50),
    );
  });
});
