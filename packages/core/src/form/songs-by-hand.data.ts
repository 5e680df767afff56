/** A made-up song with its lines as a teacher would name them, written down by hand and not by the code. */
export interface SongByHand {
  readonly name: string;
  readonly chart: string;
  /** Line by line in the order heard: its section, then what it is; "/ hand" where it is known and picked otherwise. */
  readonly lines: readonly string[];
  /** Bars that are new for the fretting and the picking hand, where they were counted. */
  readonly different?: readonly [chords: number, figure: number];
  readonly parts?: readonly string[];
}

const DOWNS = 'pattern downs 4/4: D D D D\n';
const SWING = 'pattern both 4/4: D U D U D U D U\n';
const LONG = 'pattern long 4/4: D - - - | D - D -\n';

export const SONGS_BY_HAND: readonly SongByHand[] = [
  {
    name: 'four lines, three alike and one that ends otherwise',
    chart:
      '[Verse]\n| G | D | Em | C |\n| G | D | Em | C |\n| G | D | Em | C |\n| G | D | Em | D |',
    lines: ['Verse: new', 'Verse: as line 1', 'Verse: as line 1', 'Verse: as line 1, ends on D'],
    different: [5, 4],
  },
  {
    name: 'five rows, four alike and one that ends on Em',
    chart:
      '[Verse]\n| G | D | C | C |\n| G | D | C | C |\n| G | D | C | C |\n| G | D | C | C |\n| G | D | C | Em |',
    lines: [
      'Verse: new',
      ...['Verse: as line 1', 'Verse: as line 1', 'Verse: as line 1'],
      'Verse: as line 1, ends on Em',
    ],
    different: [5, 4],
  },
  {
    name: 'the same chords with another hand',
    chart: `${DOWNS}${SWING}[Verse] pattern downs\n| Am | C | G | % |\n[Chorus] pattern both\n| Am | C | G | % |`,
    lines: ['Verse: new', 'Chorus: as line 1 of Verse / hand'],
    different: [4, 8],
    parts: ['new', 'the chords of Verse, struck otherwise'],
  },
  {
    name: 'a bridge that begins as the verse',
    chart: '[Verse]\n| Em | G | C | C |\n[Bridge]\n| Em | G | C | C |\n| Am | Am | D | D |',
    lines: ['Verse: new', 'Bridge: as line 1 of Verse', 'Bridge: new'],
    different: [8, 4],
    parts: ['new', 'as Verse, then 4 new bars'],
  },
  {
    name: 'an intro said to be the verse that comes after it',
    chart: '[Intro = Verse]\n[Verse]\n| Em | G | C | C |',
    lines: ['Intro: new', 'Verse: as line 1 of Intro'],
    different: [4, 4],
    parts: ['new'],
  },
  {
    name: 'a chorus up a tone at the end',
    chart: 'map: Chorus, Chorus +2\n[Chorus]\n| C | F | G | C |',
    lines: ['Chorus: new', 'Chorus: as line 1, 2 semitones up'],
    different: [4, 4],
    parts: ['new', 'as Chorus, 2 semitones up'],
  },
  {
    name: 'a last verse written out a tone higher',
    chart: '[Verse]\n| G | Em | C | D |\n[Last]\n| A | F#m | D | E |',
    lines: ['Verse: new', 'Last: as line 1 of Verse, 2 semitones up'],
  },
  {
    name: 'a verse longer by a bar at its end',
    chart: '[Verse 1]\n| G | C | D | G |\n[Verse 2]\n| G | C | D | G | G |',
    lines: ['Verse 1: new', 'Verse 2: as line 1 of Verse 1, 1 bar longer'],
    different: [5, 4],
  },
  {
    name: 'a verse cut short by a bar',
    chart: '[Verse 1]\n| G | C | D | G |\n[Verse 2]\n| G | C | D |',
    lines: ['Verse 1: new', 'Verse 2: as line 1 of Verse 1, 1 bar shorter'],
    different: [4, 4],
  },
  {
    name: 'one bar in the middle that is another',
    chart: '[Verse 1]\n| G | C | D | G |\n[Verse 2]\n| G | Am | D | G |',
    lines: ['Verse 1: new', 'Verse 2: as line 1 of Verse 1, but bar 2'],
    different: [5, 4],
  },
  {
    name: 'a second line that goes on alone',
    chart: '[Verse]\n| G | D | Em | C |\n| G | D | Am | F | Dm | A |',
    lines: ['Verse: new', 'Verse: as line 1 up to bar 2, then 4 new bars'],
    different: [8, 4],
  },
  {
    name: 'each chord twice as long in the last chorus',
    chart: '[Chorus]\n| C G | Am F |\n[Last]\n| C | G | Am | F |',
    lines: ['Chorus: new', 'Last: the chords of line 1 of Chorus, each twice as long'],
  },
  {
    name: 'each chord half as long in the turn',
    chart: '[Chorus]\n| C | G | Am | F |\n[Turn]\n| C G | Am F |',
    lines: ['Chorus: new', 'Turn: the chords of line 1 of Chorus, each half as long'],
  },
  {
    name: 'the verse’s four chords in another order',
    chart: '[Verse]\n| G | D | Em | C |\n[Chorus]\n| C | Em | G | D |',
    lines: ['Verse: new', 'Chorus: the chords of line 1 of Verse in another order'],
  },
  {
    name: 'the verse’s four chords from the third on',
    chart: '[Verse]\n| G | D | Em | C |\n[Chorus]\n| Em | C | G | D |',
    lines: ['Verse: new', 'Chorus: as line 1 of Verse, begun at its bar 3'],
    different: [4, 4],
  },
  {
    name: 'sevenths on every chord',
    chart: '[Verse 1]\n| G | C | D | Em |\n[Verse 2]\n| Gmaj7 | Cmaj7 | D7 | Em7 |',
    lines: ['Verse 1: new', 'Verse 2: the roots of line 1 of Verse 1, in other colours'],
  },
  {
    name: 'minor in place of major',
    chart: '[A]\n| G | C |\n[B]\n| Gm | Cm |',
    lines: ['A: new', 'B: new'],
    different: [4, 2],
  },
  {
    name: 'single hits in the last chorus',
    chart: '[Chorus]\n| C | G | Am | F |\n[Last]\n| C! | G! | Am! | F! |',
    lines: ['Chorus: new', 'Last: as line 1 of Chorus / hand'],
    different: [4, 8],
  },
  {
    name: 'two endings',
    chart: '[Verse] x2\n| G | D |\n1. | Em |\n2. | C |',
    lines: ['Verse: new', 'Verse: as line 1, ends on C'],
    different: [4, 3],
  },
  {
    name: 'a chorus played twice each time',
    chart: 'map: Chorus x2, Chorus\n[Chorus] x2\n| G | D |',
    lines: ['Chorus: new'],
    different: [2, 2],
  },
  {
    name: 'a repeat sign and a simile',
    chart: '[A]\n|: G | D :| x2\n| Em | % |',
    lines: ['A: new', 'A: as line 1', 'A: new'],
    different: [4, 2],
  },
  {
    name: 'twelve bars in one row',
    chart: '[Round]\n| A7 | D7 | A7 | A7 | D7 | D7 | A7 | A7 | E7 | D7 | A7 | E7 |',
    lines: ['Round: new', 'Round: as line 1, but bar 1', 'Round: as line 1, but bars 1 and 4'],
  },
  {
    name: 'a long row that goes round four bars',
    chart: '[Vamp]\n| Am | G | F | E | Am | G | F | E | Am | G | F | E |',
    lines: ['Vamp: new', 'Vamp: as line 1', 'Vamp: as line 1'],
    different: [4, 4],
  },
  {
    name: 'a derived chorus with one bar changed and two put behind',
    chart: '[Chorus 1]\n| C | G | Am | F |\n[Chorus 2 = Chorus 1]\n4: | G |\n5: | C | C |',
    lines: ['Chorus 1: new', 'Chorus 2: as line 1 of Chorus 1, ends on G', 'Chorus 2: new'],
    different: [7, 4],
  },
  {
    name: 'a derived verse that leaves its last line out',
    chart: '[Verse 1]\n| C | G |\n| Am | F |\n[Verse 2 = Verse 1]\ndrop 3-4',
    lines: ['Verse 1: new', 'Verse 1: new', 'Verse 2: as line 1 of Verse 1'],
    different: [4, 2],
  },
  {
    name: 'the second half of the verse as the outro',
    chart: '[Verse]\n| C | G | Am | F |\n| Dm | G | C | C |\n[Out]\n| Dm | G | C | C |',
    lines: ['Verse: new', 'Verse: new', 'Out: as line 2 of Verse'],
    different: [8, 4],
  },
  {
    name: 'new bars before what was heard',
    chart: '[Chorus]\n| C | G | Am | F |\n[Bridge]\n| Dm | Em | C | G | Am | F |',
    lines: ['Chorus: new', 'Bridge: line 1 of Chorus, with 2 new bars round it'],
    different: [6, 4],
  },
  {
    name: 'a two-bar pattern under verses of four and six bars',
    chart: `${LONG}[A] pattern long\n| G | D | Em | C |\n[B] pattern long\n| Am | F | Dm | E | Am | Am |`,
    lines: ['A: new', 'B: new'],
    different: [10, 4],
  },
  {
    name: 'a bare first chorus',
    chart: 'map: Chorus layer bare, Verse, Chorus\n[Verse]\n| G | D |\n[Chorus]\n| C | G |',
    lines: ['Chorus: new', 'Verse: new', 'Chorus: as line 1'],
    different: [4, 4],
  },
  {
    name: 'a riff under the intro and its like under the out',
    chart:
      'riff hoist 4/4: 4: 0 2 3 2\nriff climb 4/4: 4: 2 3 5 3\n[Intro] riff hoist\n| G | G |\n[Out] riff climb\n| G | G |',
    lines: ['Intro: new', 'Out: as line 1 of Intro / hand'],
  },
  {
    name: 'sharps and flats of one sound',
    chart: '[A]\n| F# | B | C# |\n[B]\n| Gb | B | Db |',
    lines: ['A: new', 'B: as line 1 of A'],
    different: [3, 3],
  },
  {
    name: 'another meter in the bridge',
    chart: '[A]\n| G | D |\n[B] meter 3/4\n| G | D |',
    lines: ['A: new', 'B: new'],
  },
  {
    name: 'silence and a stop',
    chart: '[A]\n| G | D | Em | C |\n[Stop]\n| G | N.C. | Em | C |',
    lines: ['A: new', 'Stop: as line 1 of A, but bar 2 / hand'],
    different: [5, 5],
  },
  {
    name: 'a chord held over the bar line',
    chart: '[A]\n| G | D | D | C |\n[B]\n| G | D | . | C |',
    lines: ['A: new', 'B: as line 1 of A, but bar 3 / hand'],
  },
  {
    name: 'one chord all along',
    chart: '[Drone]\n| D | D | D | D |\n| D | D | D | D |',
    lines: ['Drone: new', 'Drone: as line 1'],
    different: [4, 4],
  },
  {
    name: 'a tag of one bar that was the last of the verse',
    chart: '[Verse]\n| G | D | C |\n[Tag]\n| C |',
    lines: ['Verse: new', 'Tag: new'],
  },
  {
    name: 'the verse without its first bar',
    chart: '[Verse]\n| G | D | Em | C |\n[Late]\n| D | Em | C |',
    lines: ['Verse: new', 'Late: as line 1 of Verse, shorter'],
    different: [4, 4],
  },
  {
    name: 'other basses under the same chords',
    chart: '[A]\n| C | Am | F | G |\n[B]\n| C/E | Am/C | F/A | G/B |',
    lines: ['A: new', 'B: new'],
  },
  {
    name: 'suspended chords in place of plain ones',
    chart: '[A]\n| D | A | D | A |\n[B]\n| Dsus4 | Asus4 | Dsus2 | Asus2 |',
    lines: ['A: new', 'B: the roots of line 1 of A, in other colours'],
  },
  {
    name: 'the same section name twice on the map with another tempo',
    chart: 'map: A, B, A tempo 70\ntempo: 92\n[A]\n| G | D |\n[B]\n| C | D |',
    lines: ['A: new', 'B: new'],
  },
];
