import { readChart, writeChart } from '../chart';
import { withCommand, type SongCommand } from '.';
import { changesInWords } from './change-words';

const SONG = readChart(
  'riff hoist 4/4: 3: 2 4\nriff high 4/4 same as hoist: 2: 5\n\n[A] riff hoist in 1-2\n| G | D |\n',
).song;
const [A] = SONG.sections;
const after = (command: SongCommand) => writeChart(withCommand(SONG, command));
const METER = { beats: 4, unit: 4 as const, groups: [4] };

describe('edits of riffs', () => {
  it('write one, in place of the one of its name', () => {
    const riff = { name: 'hoist', meter: METER, body: '3: 5 7' };
    expect(after({ kind: 'set-riff', riff })).toContain('riff hoist 4/4: 3: 5 7');
    expect(after({ kind: 'set-riff', riff: { ...riff, name: 'new' } })).toContain(
      'riff new 4/4: 3: 5 7',
    );
  });

  it('rename one wherever it is used or named, unless the name is taken', () => {
    const renamed = after({ kind: 'rename-riff', from: 'hoist', to: 'winch' });
    expect(renamed).not.toContain('hoist');
    expect(renamed).toContain('[A] riff winch in 1-2');
    expect(renamed).toContain('same as winch');
    expect(withCommand(SONG, { kind: 'rename-riff', from: 'hoist', to: 'high' })).toEqual(SONG);
    expect(withCommand(SONG, { kind: 'rename-riff', from: 'hoist', to: 'a b' })).toEqual(SONG);
  });

  it('take one away, wherever it is used or named too', () => {
    expect(after({ kind: 'drop-riff', name: 'hoist' })).toBe(
      'riff high 4/4: 2: 5\n\n[A]\n| G | D |\n',
    );
  });

  it('lay one over a place, where one lies at a time, and take it off', () => {
    const section = A?.id ?? '';
    const bars = { from: 1, to: 2 };
    expect(after({ kind: 'use-riff', section, use: { riff: 'high', bars } })).toContain(
      '[A] riff high in 1-2\n',
    );
    expect(after({ kind: 'use-riff', section, use: { riff: 'high', part: 'lead' } })).toContain(
      '[A] riff hoist in 1-2 riff high as lead\n',
    );
    expect(after({ kind: 'use-riff', section, use: { riff: '', bars } })).toContain('[A]\n');
  });

  it('are told in words', () => {
    const riff = { name: 'hoist', meter: METER, body: '3: 5 7' };
    expect(changesInWords(SONG, withCommand(SONG, { kind: 'set-riff', riff }))).toEqual([
      'The riff hoist was changed.',
    ]);
  });
});
