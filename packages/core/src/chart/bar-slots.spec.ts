import { parseMeter, type Meter } from '../rhythm';
import { barChords } from '../song';
import { readBars } from './bars';
import { barSlots, slotsText } from './bar-slots';

const meter = (text: string): Meter => parseMeter(text) ?? { beats: 4, unit: 4, groups: [4] };

const CASES: readonly (readonly [text: string, meter: string, slots: readonly string[]])[] = [
  ['G', '4/4', ['G', '', '', '']],
  ['G C', '4/4', ['G', '', 'C', '']],
  ['G . . C', '4/4', ['G', '', '', 'C']],
  ['. . G .', '4/4', ['.', '', 'G', '']],
  ['-', '3/4', ['', '', '']],
  ['%', '4/4', ['%', '', '', '']],
  ['N.C.', '4/4', ['N.C.', '', '', '']],
  ['Am D', '6/8', ['Am', 'D']],
  ['Am . . . D .', '6/8', ['Am', '', '', '', 'D', '']],
  ['G', '12/8', ['G', '', '', '']],
  ['2/4: G', '4/4', ['G', '']],
  ['C D E F', '4/4', ['C', 'D', 'E', 'F']],
  ['G! Em?', '4/4', ['G!', '', 'Em?', '']],
];

describe('a bar laid out by beats', () => {
  for (const [text, name, slots] of CASES) {
    it(`has a place for each beat of ${text} in ${name}`, () => {
      expect(barSlots(text, meter(name))?.slots).toEqual(slots);
    });

    it(`says the same bar as ${text} in ${name} when it is written again`, () => {
      const laid = barSlots(text, meter(name));
      const again = laid && slotsText(laid);
      const heard = (one: string): unknown =>
        readBars(`| ${one} |`, 0).bars.map(({ bar }) =>
          barChords(bar, (bar.meter ?? meter(name)).beats),
        );
      expect(heard(again ?? '')).toEqual(heard(text));
    });
  }

  it('leaves to chart text what comes between the beats', () => {
    expect(barSlots('G C D', meter('4/4'))).toBeUndefined();
    expect(barSlots('G . .', meter('4/4'))).toBeUndefined();
  });

  it('writes what comes off the first beat with the chord before held', () => {
    expect(slotsText({ meter: '', beatsEach: 1, slots: ['', '', 'C', ''] })).toBe('. . C .');
    expect(slotsText({ meter: '', beatsEach: 3, slots: ['', 'C'] })).toBe('. . . C . .');
  });
});
