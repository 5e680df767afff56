import { readdirSync, readFileSync } from 'node:fs';
import { join } from 'node:path';
import { fileURLToPath } from 'node:url';

const SRC = fileURLToPath(new URL('../src/', import.meta.url));
const DOCBLOCK =
  /\/\*\*((?:(?!\*\/)[\s\S])*)\*\/\s*export (?:async )?(?:function|const|class) (\w+)/g;
const EXAMPLE = /@example\s*\n\s*\* (.+?) \/\/ (.+)/g;

interface Example {
  readonly file: string;
  readonly name: string;
  readonly expression: string;
  readonly expected: string;
}

const folders = readdirSync(SRC, { withFileTypes: true })
  .filter((entry) => entry.isDirectory() && entry.name !== 'testing')
  .map((entry) => entry.name);

function examplesOf(file: string): readonly Example[] {
  const text = readFileSync(file, 'utf8');
  return [...text.matchAll(DOCBLOCK)].flatMap(([, doc = '', name = '']) =>
    [...doc.matchAll(EXAMPLE)].map(([, expression = '', expected = '']) => ({
      file: file.slice(SRC.length),
      name,
      expression,
      expected,
    })),
  );
}

const modules = new Map<string, Record<string, unknown>>();
for (const folder of folders) {
  modules.set(folder, (await import(join(SRC, folder, 'index.ts'))) as Record<string, unknown>);
}
const scope = Object.assign({}, ...modules.values()) as Record<string, unknown>;
const files = folders.flatMap((folder) =>
  readdirSync(join(SRC, folder), { recursive: true, encoding: 'utf8' })
    .filter((name) => name.endsWith('.ts') && !name.endsWith('.spec.ts'))
    .map((name) => join(SRC, folder, name)),
);
const examples = files.flatMap(examplesOf);
// A file's own helpers may show themselves too, though no other folder sees them.
const ownScope = new Map<string, Record<string, unknown>>();
for (const file of files) {
  ownScope.set(file.slice(SRC.length), { ...scope, ...((await import(file)) as object) });
}

function evaluate(code: string, names: Record<string, unknown>): unknown {
  // An example is code of this project, written beside the function it shows.
  // eslint-disable-next-line @typescript-eslint/no-implied-eval
  const run = new Function(...Object.keys(names), `return (${code});`) as (
    ...values: unknown[]
  ) => unknown;
  return run(...Object.values(names));
}

describe('the examples in the docblocks of the core', () => {
  for (const { file, expression, expected } of examples) {
    it(`hold in ${file}: ${expression}`, () => {
      const names = ownScope.get(file) ?? scope;
      expect(evaluate(expression, names) as object).toEqual(evaluate(expected, names) as object);
    });
  }

  for (const [folder, module] of modules) {
    for (const [name, value] of Object.entries(module)) {
      if (typeof value !== 'function') continue;
      it(`are there for ${folder}/${name}`, () => {
        expect(examples.some((example) => example.name === name)).toBeTrue();
      });
    }
  }
});
