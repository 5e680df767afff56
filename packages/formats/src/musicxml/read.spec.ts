import { strToU8, zipSync } from 'fflate';
import { readChart } from '@harvu/core/chart';
import { timelineOf } from '@harvu/core/timeline';
import { readMusicXml } from '../index';
import { chord, FOUR_FOUR, REST, scoreOf, scoreXml, tabNote } from '../testing';

/** What is played, bar after bar, by the chords alone. */
function played(bytes: Uint8Array): string {
  const { song } = readChart(readMusicXml(bytes).song ?? '');
  const bars = timelineOf(song).occurrences.flatMap((one) => one.bars);
  return bars.map((bar) => bar.chords.map((one) => one.chord).join('-')).join(' ');
}

const right = (inside: string): string => `<barline location="right">${inside}</barline>`;
const left = (inside: string): string => `<barline location="left">${inside}</barline>`;
const back = '<repeat direction="backward"/>';
const forth = '<repeat direction="forward"/>';
const ending = (number: string, type: string): string =>
  `<ending number="${number}" type="${type}"/>`;
const words = (text: string): string =>
  `<direction><direction-type><words>${text}</words></direction-type></direction>`;
const bar = (root: string, more = ''): string => `${chord(root)}${REST}${more}`;

describe('a score that is read', () => {
  const ORDERS: readonly (readonly [what: string, bars: readonly string[], order: string])[] = [
    ['straight through', [FOUR_FOUR + bar('G'), bar('D')], 'G D'],
    [
      'a repeat from the beginning',
      [FOUR_FOUR + bar('G'), bar('D', right(back)), bar('C')],
      'G D G D C',
    ],
    [
      'a repeat that is opened',
      [FOUR_FOUR + bar('G'), left(forth) + bar('D'), bar('C', right(back))],
      'G D C D C',
    ],
    [
      'a repeat played three times',
      [FOUR_FOUR + bar('G', right('<repeat direction="backward" times="3"/>')), bar('C')],
      'G G G C',
    ],
    [
      'two endings',
      [
        FOUR_FOUR + bar('G'),
        left(ending('1', 'start')) + bar('D', right(ending('1', 'stop') + back)),
        left(ending('2', 'start')) + bar('C', right(ending('2', 'discontinue'))),
        bar('E'),
      ],
      'G D G C E',
    ],
    [
      'an ending for two rounds',
      [
        FOUR_FOUR + bar('G'),
        left(ending('1, 2', 'start')) + bar('D', right(ending('1, 2', 'stop') + back)),
        left(ending('3', 'start')) + bar('C', right(ending('3', 'stop'))),
      ],
      'G D G D G C',
    ],
    [
      'from the beginning to the end mark',
      [FOUR_FOUR + bar('G', words('Fine')), bar('D'), bar('C', words('D.C. al Fine'))],
      'G D C G',
    ],
    [
      'from the sign to the coda',
      [
        FOUR_FOUR + bar('G'),
        `<direction><direction-type><segno/></direction-type></direction>${bar('D', words('To Coda'))}`,
        bar(
          'C',
          '<direction><direction-type><words>D.S. al Coda</words></direction-type><sound dalsegno="1"/></direction>',
        ),
        `<direction><direction-type><coda/></direction-type></direction>${bar('E')}`,
      ],
      'G D C D E',
    ],
    [
      'a repeat over several named sections',
      [
        `${FOUR_FOUR}<direction><direction-type><rehearsal>A</rehearsal></direction-type></direction>${bar('G')}`,
        `<direction><direction-type><rehearsal>B</rehearsal></direction-type></direction>${bar('D', right(back))}`,
        bar('C'),
      ],
      'G D G D C',
    ],
    [
      'a bar that is repeated by a sign',
      [
        FOUR_FOUR + bar('G'),
        `<attributes><measure-style><measure-repeat type="start">1</measure-repeat></measure-style></attributes>${REST}`,
        bar('C'),
      ],
      'G G C',
    ],
  ];
  for (const [what, bars, order] of ORDERS)
    it(`is played as it says: ${what}`, () => {
      expect(played(scoreOf(...bars))).toBe(order);
    });

  const CHORDS: readonly (readonly [xml: string, name: string])[] = [
    [chord('F#', 'half-diminished'), 'F#m7b5'],
    [chord('Bb', 'major-seventh'), 'Bbmaj7'],
    [
      chord(
        'G',
        'dominant',
        '<degree><degree-value>9</degree-value><degree-alter>-1</degree-alter><degree-type>add</degree-type></degree>',
      ),
      'G7b9',
    ],
    [
      chord(
        'C',
        'suspended-fourth',
        '<degree><degree-value>7</degree-value><degree-alter>-1</degree-alter><degree-type>add</degree-type></degree>',
      ),
      'C7sus4',
    ],
    [
      chord(
        'C',
        'major',
        '<degree><degree-value>9</degree-value><degree-alter>0</degree-alter><degree-type>add</degree-type></degree>',
      ),
      'Cadd9',
    ],
    [
      chord('D', 'major', '<bass><bass-step>F</bass-step><bass-alter>1</bass-alter></bass>'),
      'D/F#',
    ],
    [chord('A', 'none'), 'N.C.'],
    [chord('E', 'power'), 'E5'],
    [chord('A', 'other').replace('<kind>', '<kind text="7sus4">'), 'A7sus4'],
  ];
  for (const [xml, name] of CHORDS)
    it(`has a chord ${name}`, () => {
      expect(readMusicXml(scoreOf(FOUR_FOUR + xml + REST)).song).toContain(`| ${name} |`);
    });

  it('tells of a chord that has no root, and of two at one moment', () => {
    const numeral =
      '<harmony><numeral><numeral-root>5</numeral-root></numeral><kind>major</kind></harmony>';
    const { kept, lost } = readMusicXml(
      scoreOf(FOUR_FOUR + numeral + chord('G') + chord('D') + REST),
    );
    expect(kept['chords']).toBe(1);
    expect(lost.map((one) => one.why)).toEqual([
      'a numeral without a root',
      'D stands where G does',
    ]);
  });

  it('puts chords on their beats, and says where one stood between two', () => {
    const half = '<note><rest/><duration>8</duration></note>';
    const dotted = '<note><rest/><duration>6</duration></note>';
    const read = readMusicXml(
      scoreOf(
        FOUR_FOUR + chord('G') + half + chord('D') + half,
        `${chord('G')}<note><rest/><duration>12</duration></note>${chord('C')}<note><rest/><duration>4</duration></note>`,
        `${chord('G')}${dotted}${chord('D')}<note><rest/><duration>10</duration></note>`,
      ),
    );
    expect(read.song).toContain('| G D | G . . C | G . D . |');
    expect(read.guessed.map((one) => one.what)).toContain(
      'a chord between two beats stands on the one it leads to',
    );
  });

  it('has its frame: tempo, meters, key, pickup, tuning, capo, swing', () => {
    const time = (beats: string, unit: number): string =>
      `<time><beats>${beats}</beats><beat-type>${unit}</beat-type></time>`;
    const tunings = ['D', 'A', 'D', 'G', 'B', 'E'].map((step, at) => {
      const octave = [2, 2, 3, 3, 3, 4][at] ?? 0;
      return `<staff-tuning line="${at + 1}"><tuning-step>${step}</tuning-step><tuning-octave>${octave}</tuning-octave></staff-tuning>`;
    });
    const head = `<attributes><divisions>4</divisions><key><fifths>-3</fifths><mode>minor</mode></key>${time('3+2', 8)}<staff-details>${tunings.join('')}<capo>2</capo></staff-details></attributes><direction><direction-type><metronome><beat-unit>quarter</beat-unit><per-minute>c. 66</per-minute></metronome></direction-type><sound><swing><first>2</first><second>1</second></swing></sound></direction>`;
    const { song } = readMusicXml(
      scoreXml(
        `<part id="P1"><measure number="0" implicit="yes">${head}<note><rest/><duration>2</duration></note></measure><measure number="1">${chord('C', 'minor')}<note><rest/><duration>10</duration></note></measure><measure number="2"><attributes>${time('2', 4)}</attributes><note><rest/><duration>8</duration></note></measure></part>`,
      ),
    );
    for (const line of [
      'tempo: 132',
      'feel: swing 2:1',
      'tuning: D A D G B E',
      'capo: 2',
      'key: Cm',
      'pickup: 1',
    ])
      expect(song).toContain(line);
    expect(song).toContain('meter: 5/8 (3+2)');
    expect(song).toContain('2/4: Cm');
    expect(readChart(song ?? '').faults).toEqual([]);
  });

  const SIX_EIGHT =
    '<attributes><time><beats>6</beats><beat-type>8</beat-type></time></attributes>';
  const at = (quarters: number): string =>
    `<direction><direction-type><words> </words></direction-type><sound tempo="${quarters}"/></direction>`;
  const six = `${chord('C')}<note><rest/><duration>12</duration></note>`;
  const TEMPI: readonly (readonly [what: string, bars: readonly string[], seconds: number])[] = [
    ['goes on in another meter', [FOUR_FOUR + at(100) + bar('G'), SIX_EIGHT + six], 2.4 + 1.8],
    ['is said again', [FOUR_FOUR + at(120) + bar('G'), SIX_EIGHT + at(120) + six], 2 + 1.5],
    ['changes with the meter', [FOUR_FOUR + at(120) + bar('G'), SIX_EIGHT + at(60) + six], 2 + 3],
    [
      'changes before the meter does',
      [FOUR_FOUR + at(120) + bar('G'), at(60) + bar('D'), SIX_EIGHT + six],
      2 + 4 + 3,
    ],
    [
      'begins in eighths',
      [FOUR_FOUR.replace(/<time>.*<\/time>/, '') + SIX_EIGHT + at(60) + six],
      3,
    ],
  ];
  for (const [what, bars, seconds] of TEMPI)
    it(`lasts as long as it says where its tempo ${what}`, () => {
      const { song } = readChart(readMusicXml(scoreOf(...bars)).song ?? '');
      expect(timelineOf(song).lasts).toBeCloseTo(seconds, 2);
    });

  it('has its pickup in the section it leads into', () => {
    const mark = '<direction><direction-type><rehearsal>A</rehearsal></direction-type></direction>';
    const pickup = `${FOUR_FOUR}<note><rest/><duration>4</duration></note>`;
    const of = (sign: string): string =>
      readMusicXml(scoreOf(pickup, sign + mark + bar('G'), bar('D'))).song ?? '';
    expect(of('')).toContain('[A]\n| - | G | D |');
    expect(of(left(forth))).toContain('[A]\n| G | D |');
  });

  it('has tab as riffs: frets, how they are reached, ties over the bar line', () => {
    const tied = (type: string): string => `<tie type="${type}"/>`;
    const long = tabNote([3, 5], 8).replace('<notations>', `${tied('start')}<notations>`);
    const held = tabNote([3, 5], 8).replace('<notations>', `${tied('stop')}<notations>`);
    const { song, kept } = readMusicXml(
      scoreOf(
        FOUR_FOUR +
          tabNote([4, 2], 2) +
          tabNote([4, 4], 2, '<hammer-on type="stop">H</hammer-on>') +
          tabNote([3, 2], 4, '<bend><bend-alter>2</bend-alter></bend>') +
          long,
        `${held}<note><rest/><duration>8</duration></note>`,
      ),
    );
    expect(song).toContain('riff line-1 4/4: 4: 2 h4 3: 2b4 . 5 . . . | .');
    expect(kept).toEqual(jasmine.objectContaining({ notes: 4, tabNotes: 5, riffs: 1 }));
  });

  it('finds places for the notes of a part that is asked for or stands alone, and says so', () => {
    const pitch = (step: string): string =>
      `<note><pitch><step>${step}</step><octave>4</octave></pitch><duration>4</duration></note>`;
    const voice = `<part id="P1"><measure number="1">${FOUR_FOUR}${['C', 'D', 'E', 'F'].map(pitch).join('')}</measure></part>`;
    expect(readMusicXml(scoreXml(voice, ['Voice'])).kept['notes']).toBe(4);
    const sung = voice.replace('</attributes>', `</attributes>${chord('C')}`);
    const other = readMusicXml(scoreXml(sung, ['Voice']));
    expect(other.kept['notes']).toBe(0);
    expect(other.lost[0]).toEqual(
      jasmine.objectContaining({ what: '4 notes', where: 'the part Voice' }),
    );
    const asked = readMusicXml(scoreXml(sung, ['Voice']), { part: 'Voice' });
    expect(asked.song).toContain('riff line-1 4/4: 2: 1 3 1: 0 1');
    expect(asked.guessed[0]?.what).toContain('4 notes had no string and fret');
  });

  it('has the grips that are drawn, and names sections as they are marked', () => {
    const note = (string: number, fret: number): string =>
      `<frame-note><string>${string}</string><fret>${fret}</fret></frame-note>`;
    const frame = `<frame><frame-strings>6</frame-strings><frame-frets>5</frame-frets>${note(5, 10)}${note(4, 12)}${note(3, 12)}${note(2, 12)}</frame>`;
    const { song } = readMusicXml(
      scoreOf(
        `${FOUR_FOUR}<direction><direction-type><rehearsal>Verse, [1] x2</rehearsal></direction-type></direction>${chord('G', 'major', frame)}${REST}`,
      ),
    );
    expect(song).toContain('grip G: x-10-12-12-12-x');
    expect(readChart(song ?? '').faults).toEqual([]);
    expect(readChart(song ?? '').song.sections.length).toBe(1);
  });

  it('is the same packed, bar-wise, and in other codings', () => {
    const plain = scoreOf(FOUR_FOUR + bar('G'), bar('D'));
    const { song } = readMusicXml(plain);
    const container = strToU8(
      '<container><rootfiles><rootfile full-path="a/score.xml"/></rootfiles></container>',
    );
    const packed = zipSync({
      'META-INF/container.xml': container,
      'a/score.xml': plain,
      'b.xml': strToU8('<x/>'),
    });
    expect(readMusicXml(packed).song).toBe(song);
    const text = new TextDecoder().decode(plain);
    const wide = new Uint8Array([
      0xff,
      0xfe,
      ...[...text].flatMap((sign) => [sign.charCodeAt(0), 0]),
    ]);
    expect(readMusicXml(wide).song).toBe(song);
    const timewise = text
      .replaceAll('score-partwise', 'score-timewise')
      .replace('<part id="P1">', '')
      .replace('</part></score', '</score')
      .replace(
        /<measure number="(\d)">(.*?)<\/measure>/g,
        '<measure number="$1"><part id="P1">$2</part></measure>',
      );
    expect(readMusicXml(strToU8(timewise)).song).toBe(song);
  });

  const REFUSED: readonly (readonly [what: string, bytes: Uint8Array, why: RegExp])[] = [
    ['nothing', new Uint8Array(0), /./],
    ['XML that breaks off', strToU8('<score-partwise><part'), /not well-formed XML: .*line 1/],
    ['a collection', strToU8('<opus/>'), /collection of scores/],
    ['another kind of XML', strToU8('<svg></svg>'), /begins with <svg>/],
    ['a score without bars', scoreXml('<part id="P1"></part>'), /no bars/],
    [
      'a packed file without a score',
      zipSync({ 'a.txt': strToU8('x') }),
      /no score in this packed file/,
    ],
    ['a damaged packed file', new Uint8Array([0x50, 0x4b, 3, 4, 9, 9]), /damaged|no score/],
  ];
  for (const [what, bytes, why] of REFUSED)
    it(`is refused with the reason: ${what}`, () => {
      const read = readMusicXml(bytes);
      expect(read.song).toBeNull();
      expect(read.lost[0]?.why).toMatch(why);
    });

  it('survives being cut off, or having bytes changed, at any place', () => {
    const whole = scoreOf(FOUR_FOUR + bar('G'), bar('D', right(back)));
    for (let at = 0; at < whole.length; at += 23) {
      expect(() => readMusicXml(whole.slice(0, at))).not.toThrow();
      const changed = whole.slice();
      changed[at] = 0x3c;
      expect(() => readMusicXml(changed)).not.toThrow();
    }
  });
});
