import { formatGrip } from '../fretboard';
import { readChart } from '../chart';
import { easierGrip, makePlan, raisesOf } from './index';
import { bargePlan, bargeSection, fullStep } from '../testing/barge';

const BRIDGE = bargeSection('Bridge');

describe('what would raise a step', () => {
  it('is a barer layer or an open stroke, with the tempo each allows', () => {
    const { steps, work } = bargePlan();
    const bridge = steps.find((step) => step.id === fullStep(BRIDGE));
    const raises = raisesOf(bridge, work);
    expect(raises.map((one) => one.kind)).toContain('barer-layer');
    const open = raises.find((one) => one.kind === 'open-stroke');
    const seconds = bridge?.limit?.change?.seconds ?? 1;
    // The last up-stroke on open strings leaves the hand a whole beat instead of half.
    expect(open?.limitBpm).toBeCloseTo(60 / seconds);
    expect(raises.every((one) => one.limitBpm > (bridge?.limit?.limitBpm ?? 0))).toBeTrue();
  });

  it('is an easier grip where one is quicker', () => {
    const { song } = readChart('tempo: 200\ngrip G: 355433\n[A]\n| G | D |');
    const { steps, work } = makePlan(song);
    const section = steps.find(({ kind, layer }) => kind === 'section' && layer === 'pulse');
    const raise = raisesOf(section, work).find((one) => one.kind === 'easier-grip');
    expect(raise?.grip.name).toBe('G');
    expect(raise?.limitBpm).toBeGreaterThan(section?.limit?.limitBpm ?? Infinity);
  });

  it('is nothing where no change limits', () => {
    const { steps, work } = bargePlan();
    expect(raisesOf(steps[0], work)).toEqual([]);
    expect(raisesOf(undefined, work)).toEqual([]);
  });

  it('never asks a hand for more: no wider reach, no more of a barre, no string less but to be rid of one', () => {
    const names = [
      'G',
      'D',
      'A',
      'E',
      'C',
      'Em',
      'Am',
      'Dm',
      'F',
      'Bm',
      'F#m',
      'Bb',
      'B7',
      'Cm',
      'Gm',
      'Eb',
    ];
    const chart = `[A]\n${names.map((name) => `| ${name} | G |`).join('\n')}`;
    const { work } = makePlan(readChart(chart).song);
    const offered = names.map((name) => {
      const easier = easierGrip(work, name);
      return easier && `${name} ${formatGrip(easier.grip)}`;
    });
    // Open shapes are the easiest there are; barres come down to strings that tips can hold.
    expect(offered.filter((one) => one !== undefined)).toEqual([
      ...[
        'F xx3211',
        'Bm x2443x',
        'F#m xx4222',
        'Bb x1333x',
        'Cm x3554x',
        'Gm xx5333',
        'Eb x6888x',
      ],
    ]);
  });

  it('takes less of a barre, and mutes no string between two that sound', () => {
    const found = easierGrip(bargePlan().work, 'F');
    expect(found && formatGrip(found.grip)).toBe('xx3211');
    expect(found?.ratio).toBeLessThan(1.1);
    expect(easierGrip(bargePlan().work, 'Zz')).toBeUndefined();
  });
});
