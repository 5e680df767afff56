import { readCalendar, type FoundDates } from './index';

const OPTIONS = { timeZone: 'Europe/Berlin', from: '2026-11-01', to: '2027-10-31' } as const;

function calendar(...events: readonly (readonly string[])[]): string {
  const all = events.flatMap((lines, at) => [
    ...['BEGIN:VEVENT', `UID:${at}`, 'DTSTAMP:20261101T000000Z', ...lines, 'END:VEVENT'],
  ]);
  const head = ['BEGIN:VCALENDAR', 'VERSION:2.0', 'PRODID:-//a//b//EN'];
  return [...head, ...all, 'END:VCALENDAR', ''].join('\r\n');
}

function found(text: string): FoundDates {
  const read = readCalendar(text, OPTIONS);
  if (!read.ok) throw new Error(read.why);
  return read;
}

const hoursOf = (...lines: readonly string[]): readonly string[] =>
  found(calendar(lines)).hours.map(
    ({ title, slot, times }) => `${title} ${slot.weekday} ${slot.time} ${slot.minutes} ×${times}`,
  );
const offOf = (...lines: readonly string[]): readonly string[] =>
  found(calendar(lines)).daysOff.map(({ from, to, name }) => `${from} ${to} ${name}`);

const NEW_YORK = [
  ...['BEGIN:VTIMEZONE', 'TZID:Depot time', 'BEGIN:STANDARD', 'DTSTART:20061105T020000'],
  ...['TZOFFSETFROM:-0500', 'TZOFFSETTO:-0500', 'END:STANDARD', 'END:VTIMEZONE'],
].join('\r\n');

describe('dates from a calendar', () => {
  const DAYS: readonly (readonly [lines: readonly string[], days: readonly string[]])[] = [
    [['SUMMARY:Fog day', 'DTSTART;VALUE=DATE:20261105'], ['2026-11-05 2026-11-05 Fog day']],
    [
      ['SUMMARY:Winter', 'DTSTART;VALUE=DATE:20261221', 'DTEND;VALUE=DATE:20270104'],
      ['2026-12-21 2027-01-03 Winter'],
    ],
    [['DTSTART;VALUE=DATE:20261105'], ['2026-11-05 2026-11-05 Day off']],
    [
      ['SUMMARY:Depot day', 'DTSTART;VALUE=DATE:19900501', 'RRULE:FREQ=YEARLY'],
      ['2027-05-01 2027-05-01 Depot day'],
    ],
    [
      [
        ...['SUMMARY:Lanterns', 'DTSTART;VALUE=DATE:20261201', 'DURATION:P2D'],
        ...['RRULE:FREQ=WEEKLY;COUNT=2', 'EXDATE;VALUE=DATE:20261208'],
      ],
      ['2026-12-01 2026-12-02 Lanterns'],
    ],
    [['SUMMARY:Long ago', 'DTSTART;VALUE=DATE:20201221'], []],
    [
      ['SUMMARY:Over the edge', 'DTSTART;VALUE=DATE:20261030', 'DURATION:P5D'],
      ['2026-10-30 2026-11-03 Over the edge'],
    ],
    [
      ['SUMMARY:A comma\\, a \\; and', ' \u00fcmlaut', 'DTSTART;VALUE=DATE:20261105'],
      ['2026-11-05 2026-11-05 A comma, a ; andümlaut'],
    ],
  ];
  for (const [lines, days] of DAYS)
    it(`are days off: ${lines.join(' / ')}`, () => {
      expect(offOf(...lines)).toEqual(days);
    });

  const HALF_AN_HOUR = 'DTEND:20261105T170000';
  it('are weekly hours by the clock of the studio', () => {
    expect(
      hoursOf('SUMMARY:Bram', 'DTSTART:20261105T163000', HALF_AN_HOUR, 'RRULE:FREQ=WEEKLY'),
    ).toEqual(['Bram 3 16:30 30 ×52']);
    const utc = ['SUMMARY:Bram', 'DTSTART:20261105T153000Z', 'DTEND:20261105T160000Z'];
    expect(hoursOf(...utc, 'RRULE:FREQ=WEEKLY;COUNT=10')).toEqual(['Bram 3 16:30 30 ×10']);
    // An hour fixed in UTC is another by the clock once it is put forward.
    expect(hoursOf(...utc, 'RRULE:FREQ=WEEKLY;UNTIL=20270420T000000Z')).toEqual([
      ...['Bram 3 16:30 30 ×21', 'Bram 3 17:30 30 ×3'],
    ]);
    const named = (zone: string) => [`DTSTART;TZID=${zone}:20261105T103000`, 'DURATION:PT45M'];
    expect(
      hoursOf('SUMMARY:Bram', ...named('America/New_York'), 'RRULE:FREQ=WEEKLY;COUNT=4'),
    ).toEqual(['Bram 3 16:30 45 ×4']);
  });

  it('know a time zone that the file describes', () => {
    const event = [
      'SUMMARY:Bram',
      'DTSTART;TZID=Depot time:20261105T103000',
      'DURATION:PT45M',
      'RRULE:FREQ=WEEKLY;COUNT=4',
    ];
    const text = calendar(event).replace('BEGIN:VEVENT', `${NEW_YORK}\r\nBEGIN:VEVENT`);
    expect(found(text).hours[0]?.slot).toEqual({ weekday: 3, time: '16:30', minutes: 45 });
  });

  it('are a weekly hour where each is a date of its own, too', () => {
    const single = (day: string) => [
      'SUMMARY:Ferran',
      `DTSTART:202611${day}T160000`,
      'DURATION:PT30M',
    ];
    const three = found(calendar(single('03'), single('10'), single('17')));
    expect(three.hours).toEqual([
      { title: 'Ferran', slot: { weekday: 1, time: '16:00', minutes: 30 }, times: 3 },
    ]);
    expect(found(calendar(single('03'), single('10'))).lost).toEqual([
      '2 dates at one hour only: they are no weekly lessons',
    ]);
  });

  it('tell what is left out', () => {
    const off = ['SUMMARY:Off', 'DTSTART;VALUE=DATE:20261105', 'STATUS:CANCELLED'];
    const odd = ['SUMMARY:Odd', 'DTSTART:garbage'];
    const { daysOff, lost } = found(calendar(off, odd, ['SUMMARY:No start']));
    expect(daysOff).toEqual([]);
    expect(lost).toEqual(['1 date that was called off', '2 dates that cannot be read']);
  });

  const REFUSED: readonly (readonly [text: string, why: RegExp])[] = [
    ['', /no calendar/],
    ['hello', /no calendar/],
    ['BEGIN:VCALENDAR\nBEGIN:VEVENT\nSUMMARY', /no calendar/],
    [calendar(), /no dates/],
    ['BEGIN:VCARD\r\nFN:Bram\r\nEND:VCARD\r\n', /no dates/],
    ['x'.repeat(20_000_001), /larger than 20 MB/],
  ];
  for (const [text, why] of REFUSED)
    it(`are refused with the reason: ${text.slice(0, 30)}`, () => {
      const read = readCalendar(text, OPTIONS);
      expect(read.ok ? '' : read.why).toMatch(why);
    });

  it('never run away, however often something comes', () => {
    const often = [
      'SUMMARY:Often',
      'DTSTART:19700101T000000Z',
      'DURATION:PT30M',
      'RRULE:FREQ=SECONDLY',
    ];
    const events = Array.from({ length: 30 }, () => often);
    const { hours, lost } = found(calendar(...events));
    expect(hours).toEqual([]);
    expect(lost).toEqual(['dates that come so often that not all were looked at']);
  });

  it('are read or refused, never fail, wherever the file was cut', () => {
    const text = calendar([
      'SUMMARY:Bram',
      'DTSTART;TZID=Depot time:20261105T103000',
      'RRULE:FREQ=WEEKLY;COUNT=4',
    ]);
    for (let at = 0; at < text.length; at += 1)
      expect(readCalendar(text.slice(0, at), OPTIONS).ok).toBeDefined();
  });
});
