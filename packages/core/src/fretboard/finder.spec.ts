import fc from 'fast-check';
import { chordTones, parseChordName, QUALITIES } from '../chord';
import { parseTuning, rootName, STANDARD_TUNING, toneName } from '../pitch';
import {
  furthestReach,
  findGrips,
  formatGrip,
  reachBetween,
  USUAL_HAND,
  type FoundGrip,
} from './index';
import { soundingTones } from './sounding';
import { runs } from '../testing/runs';

function found(name: string, tuning = STANDARD_TUNING): readonly FoundGrip[] {
  const parsed = parseChordName(name);
  if (!parsed) throw new Error(`no chord: ${name}`);
  return findGrips({ name: parsed, setup: { tuning, capo: 0 }, hand: USUAL_HAND, count: 8 });
}

describe('the grip finder', () => {
  const easiest: readonly (readonly [string, string])[] = [
    ['C', 'x32010'],
    ['D', 'xx0232'],
    ['E', '022100'],
    ['G', '320003'],
    ['A', 'x02220'],
    ['Am', 'x02210'],
    ['Em', '022000'],
    ['Dm', 'xx0231'],
    ['D7', 'xx0212'],
    ['A7', 'x02020'],
    ['G7', '320001'],
    ['Cmaj7', 'x32000'],
    ['F#m', '244222'],
  ];
  easiest.forEach(([name, grip]) => {
    it(`offers ${grip} first for ${name}`, () =>
      expect(formatGrip(found(name)[0]?.grip ?? [])).toBe(grip));
  });

  it('gives each finger one place or a barre, within the reach of the hand, and sounds the name', () => {
    const roots = Array.from({ length: 12 }, (_, tone) => toneName(tone));
    fc.assert(
      fc.property(fc.constantFrom(...roots), fc.constantFrom(...QUALITIES), (root, quality) => {
        const name = root + quality.suffix;
        const tones = chordTones(parseChordName(name));
        for (const { grip, fingers } of found(name)) {
          const sounding = soundingTones(grip, { tuning: STANDARD_TUNING, capo: 0 });
          expect(sounding.every((tone) => tones.includes(tone)))
            .withContext(`${name} ${formatGrip(grip)}`)
            .toBeTrue();
          expect(sounding[0]).withContext(`bass of ${name}`).toBe(tones[0]);
          expectHeld({ grip, fingers });
        }
      }),
      runs(60),
    );
  });

  it('finds thousands of grips, every one of which a hand can hold', () => {
    let count = 0;
    const everyday = QUALITIES.slice(0, 24);
    for (let root = 0; root < 12; root++)
      for (const quality of everyday) {
        const name = parseChordName(rootName(root) + quality.suffix);
        if (!name) throw new Error('no chord');
        const search = { name, setup: { tuning: STANDARD_TUNING, capo: 0 }, hand: USUAL_HAND };
        for (const grip of findGrips({ ...search, count: 10 })) {
          expectHeld(grip);
          count += 1;
        }
      }
    expect(count).toBeGreaterThan(2000);
  });

  it('leaves out barres and wide reaches where asked, and takes the thumb only where allowed', () => {
    const f = parseChordName('F');
    if (!f) throw new Error('no F');
    const search = {
      name: f,
      setup: { tuning: STANDARD_TUNING, capo: 0 },
      hand: USUAL_HAND,
      count: 12,
    };
    expect(
      findGrips({ ...search, noBarre: true }).every((one) =>
        one.barres.every(({ from, to }) => to - from === 1),
      ),
    ).toBeTrue();
    expect(findGrips({ ...search, maxReachMm: 60 }).every((one) => one.reachMm <= 60)).toBeTrue();
    const thumbs = (grips: readonly FoundGrip[]) =>
      grips.filter((one) => one.fingers.includes('T'));
    expect(thumbs(findGrips(search)).length).toBe(0);
    expect(thumbs(findGrips({ ...search, thumb: true })).length).toBeGreaterThan(0);
  });

  it('says what a grip leaves out or adds', () => {
    const f = parseChordName('F');
    if (!f) throw new Error('no F');
    const search = {
      name: f,
      setup: { tuning: STANDARD_TUNING, capo: 0 },
      hand: USUAL_HAND,
      count: 40,
    };
    const easier = findGrips({ ...search, colours: true }).find(
      (one) => formatGrip(one.grip) === 'xx3210',
    );
    expect(easier?.gained).toEqual([4]);
    expect(findGrips(search).every((one) => one.gained.length === 0)).toBeTrue();
  });

  it('works in other tunings, and with fewer or more strings', () => {
    const openG = found('G', parseTuning('D G D G B D'));
    expect(formatGrip(openG[0]?.grip ?? [])).toBe('x00000');
    expect(found('C', parseTuning('G3 C4 E4 A4')).length).toBeGreaterThan(0);
    expect(found('A', parseTuning('B E A D G B E')).length).toBeGreaterThan(0);
  });
});

function expectHeld({ grip, fingers }: Pick<FoundGrip, 'grip' | 'fingers'>): void {
  const held = grip.flatMap((fret, place) =>
    fret ? [{ fret, place, finger: fingers[place] ?? null }] : [],
  );
  for (const a of held) {
    expect(a.finger).withContext(formatGrip(grip)).not.toBeNull();
    for (const b of held) {
      if (a.finger === b.finger) expect(a.fret).toBe(b.fret);
      else
        expect(reachBetween(a, b, USUAL_HAND)).toBeLessThanOrEqual(
          furthestReach(a.finger, b.finger, USUAL_HAND),
        );
    }
  }
}
