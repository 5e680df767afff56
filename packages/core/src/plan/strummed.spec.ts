import { readChart } from '../chart';
import { makePlan, USUAL_TEACHING, type Teaching } from '.';

const SONG = readChart(
  'tempo: 92\nmeter: 4/4\npattern roll 4/4: 5p 3i 2m 1a 5p 3i 2m 1a\nriff hoist 4/4: 3: 2 4 2: 3 5\n[A] pattern roll riff hoist in 1\n| G | D |',
).song;
const ids = (teaching: Partial<Teaching>) =>
  makePlan(SONG, { teaching: { ...USUAL_TEACHING, ...teaching } }).steps.map((step) => step.id);

describe('a plan for who does not pick', () => {
  it('leaves a riff to be strummed', () => {
    expect(ids({})).toContain('riff:hoist');
    expect(ids({ changes: [{ kind: 'strummed', what: 'hoist' }] })).not.toContain('riff:hoist');
  });

  it('leaves a picked pattern to be strummed', () => {
    expect(ids({})).toContain('hand:roll:thumb');
    const left = ids({ changes: [{ kind: 'strummed', what: 'roll' }] });
    expect(left.filter((id) => id.startsWith('hand:'))).toEqual([]);
    expect(left).toContain('riff:hoist');
  });

  it('looks for riffs by ear where that is said', () => {
    expect(ids({ byEar: true })).toContain('ear:hoist');
    expect(ids({})).not.toContain('ear:hoist');
  });
});
