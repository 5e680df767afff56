import {
  columnsOf,
  readRequests,
  readStudents,
  readTable,
  REQUEST_FIELDS,
  STUDENT_FIELDS,
  writeTable,
  type FoundTable,
  type KnownPeople,
  type TableField,
  type TableRequest,
  type TableRow,
  type TableStudent,
} from './index';
import { readDays, readTime, readWeekday, readYes } from './values';

const utf8 = (text: string): Uint8Array => new TextEncoder().encode(text);

function found(
  bytes: Uint8Array | string,
  fields: readonly TableField[] = STUDENT_FIELDS,
): FoundTable {
  const table = readTable(typeof bytes === 'string' ? utf8(bytes) : bytes, fields);
  if (!table.ok) throw new Error(table.why);
  return table;
}

const NOBODY: KnownPeople = { names: [], signInNames: [] };
function students(text: string, known = NOBODY): readonly TableRow<TableStudent>[] {
  const { head, rows } = found(text);
  return readStudents(rows, columnsOf(head, STUDENT_FIELDS), known);
}
function one(text: string): TableRow<TableStudent> {
  const [row] = students(text);
  if (!row) throw new Error('no row');
  return row;
}

describe('a table that is read', () => {
  const SAME: readonly (readonly [what: string, text: string])[] = [
    ['commas', 'Name,Age\nBram Tessel,24'],
    ['semicolons', 'Name;Age\r\nBram Tessel;24\r\n'],
    ['tabs', 'Name\tAge\rBram Tessel\t24'],
    ['bars', 'Name|Age\nBram Tessel|24'],
    ['quotes', '"Name";"Age"\n"Bram Tessel";"24"'],
    ['a mark of its coding', '\ufeffName;Age\nBram Tessel;24'],
    ['a hint of its separator', 'sep=;\nName;Age\nBram Tessel;24'],
    ['empty lines and blanks', '\n  Name ; Age \n\n ; \nBram Tessel ;  24\n\n'],
  ];
  for (const [what, text] of SAME)
    it(`is the same by ${what}`, () => {
      const { head, rows } = found(text);
      expect([head, ...rows]).toEqual([
        ['Name', 'Age'],
        ['Bram Tessel', '24'],
      ]);
    });

  it('tells which coding it is in', () => {
    const wide = (order: 'le' | 'be'): Uint8Array => {
      const text = '\ufeffName;Age\nŁódź;24';
      const bytes = new Uint8Array(text.length * 2);
      const view = new DataView(bytes.buffer);
      [...text].forEach((sign, at) => view.setUint16(at * 2, sign.charCodeAt(0), order === 'le'));
      return bytes;
    };
    for (const order of ['le', 'be'] as const) {
      const { rows, encoding } = found(wide(order));
      expect([rows[0]?.[0], encoding]).toEqual(['Łódź', 'UTF-16']);
    }
    const west = Uint8Array.from([...'Name\nJ\u00f6rg'].map((sign) => sign.charCodeAt(0)));
    expect([found(west).rows[0]?.[0], found(west).encoding]).toEqual(['Jörg', 'Windows Western']);
    expect(found('Name\nJörg').encoding).toBe('UTF-8');
  });

  it('has cells with line ends, quotes and separators in them', () => {
    expect(found('Name;Note\n"Tessel; ""Bram""";"two\nlines"').rows).toEqual([
      ['Tessel; "Bram"', 'two\nlines'],
    ]);
  });

  it('is what was written here, formulas and all', () => {
    const rows = [
      ['=1+1', '+49 30'],
      ['-x', '@y'],
      ["'quoted'", "o'clock"],
    ];
    expect(found(writeTable(['name', 'contact'], rows)).rows).toEqual(rows);
  });

  it('begins with its first row where that is no head', () => {
    const { head, rows } = found('Bram Tessel,24\nOdalys Renn,19');
    expect(head).toEqual(['column 1', 'column 2']);
    expect(rows.length).toBe(2);
  });

  for (const [what, bytes, why] of [
    ['nothing', utf8(''), /nothing in this table/],
    ['blanks', utf8(' \n \n'), /nothing in this table/],
    ['a picture', Uint8Array.from([137, 80, 78, 71, 0, 0, 1]), /no table of text/],
    ['too much', utf8('a\n'.repeat(5001)), /more than 5000 rows/],
    ['far too much', new Uint8Array(5_000_001), /larger than 5 MB/],
  ] as const)
    it(`is refused with the reason: ${what}`, () => {
      const table = readTable(bytes, STUDENT_FIELDS);
      expect(table.ok ? '' : table.why).toMatch(why);
    });

  it('finds its columns by what they are called, each once', () => {
    const of = (...head: readonly string[]): Readonly<Record<string, number | null>> =>
      columnsOf(head, STUDENT_FIELDS);
    expect(of('First name', 'Last name', 'Lesson day', 'Lesson time')).toEqual(
      jasmine.objectContaining({ name: 0, lastName: 1, weekday: 2, time: 3, age: null }),
    );
    expect(of('Schüler/in', 'Alter', 'Wochentag', 'Uhrzeit', 'Dauer')).toEqual(
      jasmine.objectContaining({ name: 0, age: 1, weekday: 2, time: 3, minutes: 4 }),
    );
    expect(of('Parent email', 'NAME')).toEqual(jasmine.objectContaining({ name: 1, guardian: 0 }));
  });
});

describe('values of a table', () => {
  const DAYS: readonly (readonly [
    cells: readonly string[],
    days: readonly (string | null)[],
    isGuessed: boolean,
  ])[] = [
    [['2026-12-24'], ['2026-12-24'], false],
    [['24.12.2026', '1.2.26'], ['2026-12-24', '2026-02-01'], false],
    [['12/24/2026', '12/04/2026'], ['2026-12-24', '2026-12-04'], false],
    [['24/12/2026', '4/12/2026'], ['2026-12-24', '2026-12-04'], false],
    [['04/12/2026'], ['2026-12-04'], true],
    [['05/05/2026'], ['2026-05-05'], false],
    [['4.12.2026'], ['2026-12-04'], false],
    [['31.2.2026', '', 'soon', '2026'], [null, null, null, null], false],
    [['2026/12/24', '2026.1.2'], ['2026-12-24', '2026-01-02'], false],
  ];
  for (const [cells, days, isGuessed] of DAYS)
    it(`are days: ${cells.join(', ')}`, () => {
      expect(readDays(cells)).toEqual({ days, isGuessed } as never);
    });

  const WEEKDAYS: readonly (readonly [cell: string, weekday: number | null])[] = [
    ...([
      ['Monday', 0],
      ['thu', 3],
      ['Thurs.', 3],
      ['THURSDAYS', 3],
      ['Do', 3],
      ['donderdag', 3],
    ] as const),
    ...([
      ['Mittwoch', 2],
      ['jeudi', 3],
      ['sábado', 5],
      ['So.', 6],
      ['2026-11-27', 4],
    ] as const),
    ...([
      ['', null],
      ['x', null],
      ['someday', null],
      ['th', null],
    ] as const),
  ];
  for (const [cell, weekday] of WEEKDAYS)
    it(`are weekdays: ${cell}`, () => {
      expect(readWeekday(cell)).toBe(weekday);
    });

  const TIMES: readonly (readonly [cell: string, time: string | null])[] = [
    ...([
      ['16:30', '16:30'],
      ['4:30 pm', '16:30'],
      ['4.30PM', '16:30'],
      ['16h30', '16:30'],
    ] as const),
    ...([
      ['1630', '16:30'],
      ['9', '09:00'],
      ['9 am', '09:00'],
      ['12 am', '00:00'],
      ['12pm', '12:00'],
    ] as const),
    ...([
      ['16.30 Uhr', '16:30'],
      ['17 h', '17:00'],
      ['4 p.m.', '16:00'],
      ['24:00', null],
    ] as const),
    ...([
      ['16:60', null],
      ['', null],
      ['noon', null],
      ['16:30:00', null],
    ] as const),
  ];
  for (const [cell, time] of TIMES)
    it(`are times: ${cell}`, () => {
      expect(readTime(cell)).toBe(time);
    });

  it('are yes and no as people tick them', () => {
    expect(['x', 'Yes', 'ja', '1', 'TRUE', '✓'].map(readYes)).toEqual(Array<boolean>(6).fill(true));
    expect(['', 'no', 'Nein', '0', '-', 'false'].map(readYes)).toEqual(
      Array<boolean>(6).fill(false),
    );
    expect(readYes('perhaps')).toBeNull();
  });
});

describe('students from a table', () => {
  it('are called, come and play as it says', () => {
    const { what, fault, remarks } = one(
      'Name;Age;Guardian;Consent;Day;Time;Min;Guitar\nWiebke Halm;9;Joris Halm, joris@halm.example;1.11.2026;Do;16.30;45;three-quarter',
    );
    expect(what).toEqual({
      ...{ name: 'Wiebke Halm', signInName: 'wiebke', isMinor: true, ageBand: 'under 10' },
      ...{ guardian: 'Joris Halm, joris@halm.example', guardianConsentOn: '2026-11-01' },
      ...{ instrument: 'three-quarter', slot: { weekday: 3, time: '16:30', minutes: 45 } },
    });
    expect([fault, remarks]).toEqual(['', []]);
  });

  it('have names to sign in with that nobody else has', () => {
    const names = (text: string, known = NOBODY): readonly string[] =>
      students(text, known).map(({ what }) => what.signInName);
    expect(names('Name\nBram Tessel\nBram Otter\nBram\nBram')).toEqual([
      ...['bram', 'bram.otter', 'bram2', 'bram3'],
    ]);
    expect(names('Name\nŁucja Ångström\n李小龙\nÉ\nO’Hara Quill')).toEqual([
      ...['lucja', 'student', 'e2', 'ohara'],
    ]);
    expect(names('Name\nBram Tessel', { names: [], signInNames: ['bram'] })).toEqual([
      'bram.tessel',
    ]);
    expect(names('Name;Login\nBram;Captain')).toEqual(['captain']);
  });

  it('are minors by their age, by word, or by having a guardian', () => {
    const minor = (text: string): boolean => one(text).what.isMinor;
    expect(minor('Name;Age\nA;17')).toBeTrue();
    expect(minor('Name;Age\nA;18')).toBeFalse();
    expect(minor('Name;Minor;Parent\nA;yes;P')).toBeTrue();
    expect(minor('Name;Minor;Parent\nA;no;P')).toBeFalse();
    expect(minor('Name;Parent\nA;P')).toBeTrue();
    expect(minor('Name\nA')).toBeFalse();
    expect(minor('Name;Age\nA;13 to 17')).toBeTrue();
  });

  it('are kept out with the reason, and what is odd is told', () => {
    const faults = students(
      'Name;Age;Login;Parent\n;12;;P\nAda;9;;\nBo;20;Über Bo;\nCy;30;cy;\nDi;30;cy;',
    ).map(({ fault }) => fault);
    expect(faults).toEqual([
      ...['has no name', 'is a minor without a guardian'],
      'cannot sign in as “über bo”: small letters, digits, dots or dashes',
      ...['', 'signs in as “cy”, as somebody else does'],
    ]);
    expect(one('Name;Day;Time;Age\nA;Blursday;4;old').remarks).toEqual([
      ...['“old” is no age', 'no lesson is taken from “Blursday 4”'],
    ]);
    expect(one('Name;Day;Time;Min\nA;Fri;4pm;900').remarks).toEqual([
      'lessons of “900” are taken to last 30 minutes',
    ]);
  });

  it('are known where they are there, or further up', () => {
    const known = { names: ['bram tessel'], signInNames: ['bram'] };
    expect(students('Name\nBram Tessel\nAda\nada', known).map(({ isKnown }) => isKnown)).toEqual([
      ...[true, false, true],
    ]);
  });

  it('come back from the table that is given out', () => {
    const head = ['name', 'called', 'age band', 'lesson weekday', 'lesson time', 'lesson minutes'];
    const text = writeTable(head, [['Odalys Renn', '', 'adult', 'Thu', '16:30', 45]]);
    expect(one(text).what).toEqual(
      jasmine.objectContaining({
        ...{ name: 'Odalys Renn', ageBand: 'adult', isMinor: false },
        slot: { weekday: 3, time: '16:30', minutes: 45 },
      }),
    );
  });
});

describe('requests from a table', () => {
  const STUDENTS = [
    { id: 'b', name: 'Bram Tessel' },
    { id: 'o', name: 'Odalys Renn' },
    { id: 'p', name: 'Odalys Pike' },
  ];
  function requests(text: string): readonly TableRow<TableRequest>[] {
    const { head, rows } = found(text, REQUEST_FIELDS);
    const waiting = [{ studentId: 'b', title: 'Lock Gate' }];
    return readRequests(rows, columnsOf(head, REQUEST_FIELDS), { students: STUDENTS, waiting });
  }

  it('are of the student they name, whole, turned round, or by a first name only one has', () => {
    const ids = requests(
      'Student,Song\nBram Tessel,A\nbram,B\n"Renn, Odalys",C\nRenn Odalys,D\nOdalys,E\nNobody,F\n,G',
    ).map(({ what, fault }) => (fault === '' ? what.studentId : fault));
    expect(ids).toEqual([
      ...['b', 'b', 'o', 'o', '“Odalys” could be several students: write the whole name'],
      ...['nobody here is called “Nobody”', 'says nobody who asks'],
    ]);
  });

  it('say what, by whom, why and until when', () => {
    const [row] = requests(
      'Who;Song;Band;Why;Until\nBram;Fog Signals;Harn Quay Nine;the riff;12.12.2026',
    );
    expect(row?.what).toEqual({
      ...{ studentId: 'b', studentName: 'Bram Tessel', title: 'Fog Signals' },
      ...{ playedBy: 'Harn Quay Nine', why: 'the riff', wantedBy: '2026-12-12' },
    });
  });

  it('are known where they wait already, or stand further up', () => {
    const known = requests('Who;Song\nBram;lock gate!\nBram;Other\nBram;OTHER').map(
      ({ isKnown }) => isKnown,
    );
    expect(known).toEqual([true, false, true]);
  });

  it('name a song, and tell a day that is none', () => {
    const [none, odd] = requests('Who;Song;Until\nBram;;\nBram;A;soon');
    expect(none?.fault).toBe('names no song');
    expect(odd?.remarks).toEqual(['“soon” is no day: it is wanted by none']);
  });
});
