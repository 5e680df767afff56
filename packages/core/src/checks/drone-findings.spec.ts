import { readChart } from '../chart';
import { findingsOf } from './index';

const FRAME = 'tempo: 92\nmeter: 4/4\nfeel: straight\ntuning: E A D G B E\ncapo: 0\nhand: pick\n';
const told = (chart: string): readonly string[] =>
  findingsOf(readChart(`${FRAME}${chart}`).song)
    .filter(({ code }) => code.startsWith('grip') || code === 'inventory' || code === 'bass-note')
    .map(({ severity, code, at, message, remedies }) => {
      const first = remedies[0] ? ` [${remedies[0].label}]` : '';
      return `${severity} ${code} ${at}: ${message}${first}`;
    });

describe('strings that ring on under a section', () => {
  it('are a drone, and rooted fifths are told once and never renamed', () => {
    const chart = 'grip E: 022400\ngrip B: x24400\ngrip A: x02200\n[Verse]\n| E | B | A |';
    expect(told(chart)).toEqual([
      'doubt grip-omits E: E, B and A are played as root and fifth: the third is left out.',
      'note grip-drone Verse: Under every grip here string 2 and string 1 ring open: a drone, whatever the chord is called.',
    ]);
  });

  it('are no drone where one of two grips only lacks a finger', () => {
    expect(told('grip E: 022100\ngrip A: x02200\n[A]\n| E | A |')).toEqual([
      jasmine.stringContaining('fault grip-slip A: x02200 sounds Asus2, not A'),
    ]);
  });

  it('are none where all names have them', () => {
    expect(told('grip Em: 022000\ngrip G: 320003\n[A]\n| Em | G |')).toEqual([]);
  });

  it('leave a grip that is foreign anyhow a fault', () => {
    const chart = 'grip E: 022400\ngrip B: x24400\ngrip C: x02200\n[A]\n| E | B | C |';
    const faults = findingsOf(readChart(`${FRAME}${chart}`).song).filter(
      ({ severity }) => severity === 'fault',
    );
    expect(faults.map(({ place }) => place)).toEqual([{ kind: 'grip', name: 'C' }]);
  });
});

describe('a grip that is not played', () => {
  it('is kept for later: a note that holds nothing back', () => {
    expect(told('grip G: 320033\ngrip Em: 022000\n[A]\n| G |')).toEqual([
      'note inventory Em: The grip of Em is kept, though the chart does not play it. [Drop Em]',
    ]);
  });
});
