import { readFileSync } from 'node:fs';
import { readChart, writeChart } from '../src/chart';
import { readRiff } from '../src/riff';

const TEXT = readFileSync(new URL('../../../docs/chart-text.md', import.meta.url), 'utf8');
const [, RIFFS = ''] = TEXT.split('## Riffs');
const [ABOUT_RIFFS = '', SOUND = ''] = RIFFS.split('## Sound');

/** The indented lines of a text. */
function examples(text: string): readonly string[] {
  return text
    .split('\n')
    .filter((line) => line.startsWith('    '))
    .map((line) => line.trim());
}

describe('the examples of riffs in the description of chart text', () => {
  it('are read with nothing to find fault with, and written again as the same', () => {
    const lines = examples(ABOUT_RIFFS);
    expect(lines.length).toBeGreaterThan(6);
    const chart = lines.flatMap((line) => (line.startsWith('[') ? [line, '| G | D |'] : [line]));
    const { song, faults } = readChart(chart.join('\n'));
    expect(faults).toEqual([]);
    expect(readChart(writeChart(song)).song.riffs).toEqual(song.riffs);
  });

  // A bar line inside a table is written with a backslash before it.
  const rows = [...ABOUT_RIFFS.matchAll(/`([^`]+)`\s*\|$/gm)].map((row) =>
    (row[1] ?? '').replaceAll('\\|', '|'),
  );
  it('are there for every sign', () => {
    expect(rows.length).toBe(14);
  });
  for (const body of rows) {
    it(`say what they mean: ${body}`, () => {
      const { faults, notes } = readRiff(body, { meterBeats: 4, strings: 6 });
      expect(faults).toEqual([]);
      expect(notes.length).toBeGreaterThan(0);
    });
  }

  it('are read for the sound, too', () => {
    const [line = ''] = examples(SOUND);
    expect(readChart(line).faults).toEqual([]);
    expect(writeChart(readChart(line).song).trim()).toBe(line);
  });
});
