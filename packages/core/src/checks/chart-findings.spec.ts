import { readChart, writeChart } from '../chart';
import { withCommand } from '../edits';
import { findingsOf } from './index';

const FRAME = 'tempo: 92\nmeter: 4/4\nfeel: straight\ntuning: E A D G B E\ncapo: 0\nhand: pick\n';

describe('a map that does not cover the song', () => {
  const settled = (chart: string, label: string): string => {
    const { song } = readChart(`${FRAME}${chart}`);
    const remedy = findingsOf(song)
      .filter((one) => one.code === 'map-cover')
      .flatMap((one) => one.remedies)
      .find((one) => one.label === label);
    const after = (remedy?.commands ?? []).reduce(withCommand, song);
    expect(findingsOf(after).map((one) => one.code)).not.toContain('map-cover');
    return writeChart(after);
  };

  it('is settled by one click: a section is added, deleted or taken off', () => {
    const unplayed = 'map: A\n[A]\n| G | D |\n[B]\n| C | G |';
    expect(settled(unplayed, 'Add it')).toContain('map: A, B');
    expect(settled(unplayed, 'Delete it')).not.toContain('[B]');
    expect(settled('map: A, B\n[A]\n| G | D |', 'Take it off the map')).toContain('map: A\n');
  });
});
