// npm run bench:readers: what each reader takes for a text, twice and four times as much of it, in one run.
import { readChart, writeChart } from '../packages/core/src/chart';
import { findingsOf, sameFindings } from '../packages/core/src/checks';
import { mergeTexts } from '../packages/core/src/edits';
import { readRiff, readTab } from '../packages/core/src/riff';
import { roughChart } from '../packages/core/src/requests';
import { readAny, readMidi, readMusicXml, writeMidi, writeMusicXml } from '../packages/formats/src';
import { readCalendar } from '../packages/formats/src/calendar';
import { readTable, STUDENT_FIELDS } from '../packages/formats/src/table';
import { longChart } from './bench/long-song';

interface Reader {
  readonly name: string;
  /** What is read so many times over; made before the clock runs. */
  readonly make: (times: number) => () => unknown;
}

const bytes = (text: string): Uint8Array => new TextEncoder().encode(text);
const many = (text: string, count: number): string => text.repeat(count);
const CALENDAR = { from: '2026-01-01', to: '2027-12-31', timeZone: 'Europe/Berlin' } as const;

function calendar(count: number): string {
  const days = Array.from({ length: count }, (_, at) => {
    const day = String(1 + (at % 28)).padStart(2, '0');
    const month = String(1 + (Math.floor(at / 28) % 12)).padStart(2, '0');
    return `BEGIN:VEVENT\r\nSUMMARY:Ada ${at}\r\nDTSTART:2026${month}${day}T111500\r\nDURATION:PT45M\r\nEND:VEVENT\r\n`;
  });
  return `BEGIN:VCALENDAR\r\n${days.join('')}END:VCALENDAR\r\n`;
}

const TAB = ['e', 'B', 'G', 'D', 'A', 'E'].map((string) => [string, many('--0-3-', 40)] as const);
const tab = (times: number): string =>
  TAB.map(([string, line]) => `${string}|${many(line, times)}|`).join('\n');
const chords = (times: number): string =>
  many('Verse\nG     D\nla la la\nEm    C\nla la la\n', 40 * times);

const READERS: readonly Reader[] = [
  {
    name: 'chart text',
    make: (times) => {
      const text = longChart(200 * times);
      return () => readChart(text);
    },
  },
  {
    name: 'chart of empty lines',
    make: (times) => {
      const text = `[A]\n${many('\n', 5000 * times)}| G |`;
      return () => readChart(text);
    },
  },
  {
    name: 'merging two texts',
    make: (times) => {
      const base = longChart(150 * times);
      const mine = base.replace('Em', 'Em7');
      const theirs = `${base}\n| G |`;
      return () => mergeTexts({ base, mine, theirs });
    },
  },
  {
    name: 'merging empty lines',
    make: (times) => {
      const base = `[A]${many('\n', 1000 * times)}| G |`;
      return () => mergeTexts({ base, mine: `${base} D |`, theirs: `\n${base}` });
    },
  },
  {
    name: 'tab lines',
    make: (times) => {
      const text = tab(times);
      return () => readTab(text);
    },
  },
  {
    name: 'tab line of spaces',
    make: (times) => {
      const text = `e|${many(' ', 4000 * times)}`;
      return () => readTab(text);
    },
  },
  {
    name: 'riff',
    make: (times) => {
      const body = many('3: 2 h4 /7 . | ', 20 * times);
      return () => readRiff(body, { meterBeats: 4, strings: 6 });
    },
  },
  {
    name: 'pasted chords',
    make: (times) => {
      const text = chords(times);
      return () => roughChart(text, { tempo: 92, meter: '4/4' });
    },
  },
  {
    name: 'sheet in a file',
    make: (times) => {
      const file = bytes(chords(times));
      return () => readAny(file);
    },
  },
  {
    name: 'calendar',
    make: (times) => {
      const text = calendar(1000 * times);
      return () => readCalendar(text, CALENDAR);
    },
  },
  {
    name: 'table of students',
    make: (times) => {
      const file = bytes(`Name;Age\n${many('Ada Quill;9\n', 2000 * times)}`);
      return () => readTable(file, STUDENT_FIELDS);
    },
  },
  {
    name: 'MIDI',
    make: (times) => {
      const { song } = readChart(longChart(100 * times));
      const { bytes: file } = writeMidi(song);
      return () => readMidi(file);
    },
  },
  {
    name: 'score',
    make: (times) => {
      const { song } = readChart(longChart(100 * times));
      const { bytes: file } = writeMusicXml(song);
      return () => readMusicXml(file);
    },
  },
  {
    name: 'comparing sections',
    make: (times) => {
      const { song } = readChart(longChart(400 * times));
      return () => sameFindings(song);
    },
  },
  {
    name: 'all checks',
    make: (times) => {
      const { song } = readChart(longChart(200 * times));
      return () => findingsOf(song);
    },
  },
  {
    name: 'writing the text',
    make: (times) => {
      const { song } = readChart(longChart(200 * times));
      return () => writeChart(song);
    },
  },
];

/** The least of three runs: what it takes where the machine does nothing else. */
function leastMs(work: () => unknown): number {
  const runs = Array.from({ length: 3 }, () => {
    const from = performance.now();
    work();
    return performance.now() - from;
  });
  return Math.min(...runs);
}

process.stdout.write(
  'Milliseconds for once, twice and four times as much, and how much more that is\n',
);
for (const { name, make } of READERS) {
  make(1)();
  const times = [1, 2, 4].map((one) => leastMs(make(one)));
  const [once = 0, , fourfold = 0] = times;
  const cells = times.map((ms) => ms.toFixed(1).padStart(9)).join('');
  const more = (fourfold / Math.max(0.05, once)).toFixed(1).padStart(7);
  process.stdout.write(`  ${name.padEnd(22)}${cells}${more} times\n`);
}
