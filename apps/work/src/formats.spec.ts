import { existsSync, mkdtempSync, rmSync, writeFileSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { work } from './work';

const SONG = 'tempo: 92\nmeter: 4/4\n[A] x2\n| G | D |\n1. | C |\n2. | Em |\ngrip G: 320003';

function answer(verb: string, input: object): Record<string, unknown> {
  const done = work(verb, JSON.stringify(input));
  if (done.exit !== 0) throw new Error(JSON.stringify(done));
  return done.answer as Record<string, unknown>;
}

describe('work export and import', () => {
  const folder = mkdtempSync(join(tmpdir(), 'formats-'));
  afterAll(() => {
    rmSync(folder, { recursive: true });
  });

  for (const [to, says] of [
    ['musicxml', '1. | C |'],
    ['midi', 'G?'],
    ['chords', '| G | D |'],
    ['text', '1. | C |'],
  ] as const)
    it(`write a song as ${to}, and read it again`, () => {
      const path = join(folder, `a.${to}`);
      expect(answer('export', { song: SONG, to, path, title: 'Lock' })['written']).toBe(path);
      const read = answer('import', { path });
      expect(read['song']).toContain(says);
      expect(Object.keys(read)).toEqual(jasmine.arrayContaining(['kept', 'lost', 'guessed']));
    });

  it('refuse a file with the reason, and say what is wrong with a path', () => {
    const path = join(folder, 'letter.txt');
    writeFileSync(path, 'Dear Ilse, we are late.');
    const read = answer('import', { path });
    expect(read['song']).toBeNull();
    expect(read['lost']).toEqual([jasmine.objectContaining({ why: 'There are no chords in it.' })]);
    for (const [verb, input] of [
      ['import', { path: join(folder, 'none') }],
      ['export', { song: SONG, to: 'text', path: join(folder, 'no', 'where') }],
    ] as const)
      expect(answer(verb, input)['error']).toEqual(jasmine.objectContaining({ at: 'path' }));
    expect(answer('export', { song: SONG, to: 'pdf', path })['error']).toEqual(
      jasmine.objectContaining({ at: 'to' }),
    );
    expect(existsSync(join(folder, 'no'))).toBeFalse();
  });
});
