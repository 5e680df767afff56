import { readChart, settleRepeat, type RepeatScope } from './index';

describe('words that repeat without saying what', () => {
  it('are never stored, but asked about at their line', () => {
    for (const words of ['twice', 'x2', '2x', '(x 3)', 'three times', 'again.', 'Twice!']) {
      const { song, faults } = readChart(`[A]\n| G | D | ${words}\n| C |`);
      expect(faults.map((one) => [one.code, one.line]))
        .withContext(words)
        .toEqual([['repeat-scope', 2]]);
      expect(song.sections[0]?.times).toBe(1);
      expect(song.sections[0]?.bars.length).toBe(1);
      expect(song.sections[0]?.lines).toEqual([`| G | D | ${words}`]);
    }
  });

  it('are no matter where bars are only bars', () => {
    expect(readChart('[A] x2\n| G | D |\n| G |').faults).toEqual([]);
  });

  it('are settled as the chord, the line or the section', () => {
    const settled = (scope: RepeatScope, text = '[A] pattern p x3?\n| G | D . C . | x3\n| Em |') =>
      settleRepeat(text, { line: 2, scope });
    expect(settled('chord')).toBe('[A] pattern p x3?\n| G | D . C . | D . C . | D . C . |\n| Em |');
    expect(settled('line')).toBe(
      '[A] pattern p x3?\n| G | D . C . | G | D . C . | G | D . C . |\n| Em |',
    );
    expect(settled('section')).toBe('[A] x3 pattern p\n| G | D . C . |\n| Em |');
    expect(settled('section', 'tempo: 90\n| G | twice')).toBe('tempo: 90\n[Song] x2\n| G |');
    for (const scope of ['chord', 'line', 'section'] as const)
      expect(readChart(settled(scope, '[A]\n| G | D | twice')).faults).toEqual([]);
  });
});
