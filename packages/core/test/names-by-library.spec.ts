import { ChordType } from 'tonal';
import { chordTones, nameTones, parseChordName } from '../src/chord';

/** Root, bass and tones: two spellings of one chord are one chord. */
function meaning(name: string): string {
  const parsed = parseChordName(name);
  const tones = [...chordTones(parsed)].sort((a, b) => a - b);
  return `${parsed?.root ?? ''} ${parsed?.bass ?? ''} ${tones.join()}`;
}

/** Every chord another library knows, from its root up, with the tones it says it has. */
const KNOWN = ChordType.all()
  .map((type) => [...type.chroma].flatMap((is, tone) => (is === '1' ? [tone] : [])))
  .filter((tones) => tones.length > 1);

describe('the chords of another library', () => {
  it('are named as what they are, four of five at once', () => {
    const asIs = (tones: readonly number[]): string => `0 0 ${tones.join()}`;
    const first = KNOWN.filter((tones) => {
      const [best] = nameTones({ bass: 0, tones }, { count: 3 });
      return best !== undefined && meaning(best.name) === asIs(tones);
    });
    expect(KNOWN.length).toBeGreaterThan(90);
    expect(first.length / KNOWN.length).toBeGreaterThan(0.8);
  });

  it('are read by one of the names it gives them, all but a few', () => {
    const read = ChordType.all().filter((type) =>
      type.aliases.some((alias) => parseChordName(`C${alias}`) !== undefined),
    );
    expect(ChordType.all().length - read.length).toBeLessThanOrEqual(2);
  });
});
