import { readdirSync, readFileSync } from 'node:fs';
import { join } from 'node:path';
import { ASSUMPTIONS, type Assumption } from '../src/assumptions/assumptions.data';
import { STEP_KINDS } from '../src/step-id/step-id';

const ROOT = new URL('../../../', import.meta.url).pathname;
const HOMES = ['packages', 'apps'];
const SKIPPED = /node_modules|[/\\](?:dist|\.angular|testing)[/\\]|\.spec\.ts$/;

/** Lines of a template that stands in its component. */
const LONGEST_TEMPLATE = 82;

interface SourceLine {
  readonly file: string;
  readonly text: string;
}

/** Every line of code and templates that is shipped. */
function shippedLines(): readonly SourceLine[] {
  return HOMES.flatMap((home) =>
    readdirSync(join(ROOT, home), { recursive: true, encoding: 'utf8' })
      .filter((path) => /[/\\]src[/\\].*\.(?:ts|html)$/.test(path) && !SKIPPED.test(`/${path}`))
      .flatMap((path) =>
        readFileSync(join(ROOT, home, path), 'utf8')
          .split('\n')
          .map((text) => ({ file: join(home, path).replaceAll('\\', '/'), text })),
      ),
  );
}

function placesOf(
  lines: readonly SourceLine[],
  pattern: RegExp,
  ...allowed: readonly string[]
): readonly string[] {
  return lines
    .filter(({ file, text }) => pattern.test(text) && !allowed.some((one) => file.startsWith(one)))
    .map(({ file, text }) => `${file}: ${text.trim()}`);
}

describe('the house', () => {
  const lines = shippedLines();

  it('is read whole', () => expect(lines.length).toBeGreaterThan(20_000));

  it('asks for the kind of a step in steps/kinds alone', () => {
    const kinds = STEP_KINDS.join('|');
    const asked = new RegExp(
      `\\b[sS]tep\\??\\.kind\\s*[!=]==|(?:StepKind|Step\\['kind'\\])[^;]*===`,
    );
    expect(placesOf(lines, asked, 'packages/core/src/steps/kinds/')).toEqual([]);
    const listed = new RegExp(`[sS]teps?\\.\\w+\\(.*\\bkind === '(?:${kinds})'`);
    expect(placesOf(lines, listed, 'packages/core/src/steps/')).toEqual([]);
  });

  it('reads what a studio may choose as that studio has it', () => {
    const own = Object.entries<Assumption>(ASSUMPTIONS).filter(([, { changeable }]) => changeable);
    const assumed = new RegExp(
      String.raw`(?:assumed\(\s*'|USUAL_CONSTANTS\.)(?:${own.map(([name]) => name).join('|')})\b`,
    );
    expect(own.length).toBeGreaterThan(20);
    // The command knows no studio.
    expect(placesOf(lines, assumed, 'apps/work/', 'packages/core/src/constants/')).toEqual([]);
  });

  it('names nothing by a bare participle, or by a word that could mean anything', () => {
    const bare =
      'Asked|Changed|Chosen|Corrected|Done|Found|Given|Glance|Heard|Held|Keeping|Kept|Known|Left|Looking|Made|' +
      'Making|Matter|Placed|Played|Said|Seen|Sent|Settled|Shown|Taken|Telling|Thing|Told|Used|Waiting|Wanted|' +
      'Way|Where|Worked';
    const declared = new RegExp(String.raw`\b(?:interface|type|class|enum) (?:${bare})\b(?!['":])`);
    expect(placesOf(lines, declared)).toEqual([]);
  });

  it('reads no title and no sentence again', () => {
    const sentence = String.raw`(?:[tT]itle|verdict|\.line|\.why|heldBackBy\.\w+|said\.\w+|phrase\.words)`;
    const read = new RegExp(
      `${sentence}\\)?\\??\\.(?:replace|replaceAll|match|split|startsWith|endsWith|search)\\(|` +
        `\\.(?:test|exec)\\([a-z.?]*${sentence}\\)`,
    );
    // What somebody typed as the title of a song is theirs to compare.
    const typed = 'packages/core/src/requests/same-title.ts';
    expect(placesOf(lines, read, typed, 'packages/core/src/fit/queue.ts')).toEqual([]);
  });

  it('reckons the time for a change in one place', () => {
    const reckoned = /60 \* \w*[bB]eats?\w* \/ |\(60 \/ \w*[bB]pm\w*\) \* \w*[wW]indow/;
    expect(placesOf(lines, reckoned, 'packages/core/src/change/')).toEqual([]);
  });

  it('has what is public first in every file, and helpers below', () => {
    const isPublic = /^export (?:async )?(?:function|class|abstract class) /;
    const isHelper = /^(?:async )?function \w/;
    const files = new Map<string, SourceLine[]>();
    for (const line of lines) {
      const own = files.get(line.file);
      if (own) own.push(line);
      else files.set(line.file, [line]);
    }
    const above = [...files].flatMap(([file, own]) => {
      const last = own.findLastIndex(({ text }) => isPublic.test(text));
      return own.slice(0, Math.max(0, last)).some(({ text }) => isHelper.test(text)) ? [file] : [];
    });
    expect(above).toEqual([]);
  });

  it('writes its literals out', () =>
    expect(placesOf(lines, /\.\.\.\{ ?(?:[a-z'[]|$)/i)).toEqual([]));

  it('keeps long templates in files of their own', () => {
    const long = [...new Set(lines.map(({ file }) => file))].filter((file) => {
      const text = readFileSync(join(ROOT, file), 'utf8');
      const [, template = ''] = /template: `([^`]*)`/.exec(text) ?? [];
      return template.split('\n').length > LONGEST_TEMPLATE;
    });
    expect(long).toEqual([]);
  });

  it('is described room by room, and drawn', () => {
    const rooms = readdirSync(join(ROOT, 'packages/core/src'), { withFileTypes: true })
      .filter((one) => one.isDirectory() && one.name !== 'testing')
      .map(({ name }) => name);
    const [told, drawn] = ['docs/house.md', 'docs/rooms.svg'].map((path) =>
      readFileSync(join(ROOT, path), 'utf8'),
    );
    expect(rooms.filter((room) => !told?.includes(`${room}/`))).toEqual([]);
    expect(
      rooms.filter((room) => !drawn?.includes(`>${room}<`) && !drawn?.includes(` ${room}\n`)),
    ).toEqual([]);
  });
});
