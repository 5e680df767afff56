import { checked } from '@harvu/contract';
import type { Context } from 'hono';
import type { Schema } from 'yup';
import { badRequest, missing, unsupported } from './errors';

/** Nothing that is sent here lies deeper; a value that does is built to break its reader. */
const DEEPEST = 64;

/** Reads the JSON body of a request and checks it; a bad one is a clear error, never half used. */
export async function readBody<T>(c: Context, schema: Schema<T>): Promise<T> {
  if (!/^application\/json\b/i.test(c.req.header('content-type') ?? '')) {
    throw unsupported('The request does not say that it is JSON.', 'Send it as application/json.');
  }
  return mustFit(schema, parseJson(await c.req.text()));
}

/** Reads what is asked after the question mark, and checks it; each name may stand there once. */
export function readQuery<T>(c: Context, schema: Schema<T>): T {
  const pairs = Object.entries(c.req.queries());
  const twice = pairs.find(([, values]) => values.length > 1);
  if (twice) throw badRequest(`"${twice[0]}" is asked twice.`, 'Ask once.', twice[0]);
  return mustFit(schema, Object.fromEntries(pairs.map(([name, [value]]) => [name, value])));
}

const UUID = /^[0-9a-f]{8}-[0-9a-f]{4}-[0-9a-f]{4}-[0-9a-f]{4}-[0-9a-f]{12}$/;

/** Reads an id from the path; anything that is no id is answered like one that does not exist. */
export function pathId(c: Context, what: string): string {
  const id = c.req.param('id') ?? '';
  if (!UUID.test(id)) throw missing(what);
  return id;
}

/** Reads a whole number from the path, such as a revision's; anything else does not exist. */
export function pathNumber(c: Context, name: string, what: string): number {
  const text = c.req.param(name) ?? '';
  if (!/^\d{1,9}$/.test(text)) throw missing(what);
  return Number(text);
}

function isTooDeep(text: string): boolean {
  let depth = 0;
  let isInString = false;
  for (let at = 0; at < text.length; at += 1) {
    const sign = text[at];
    if (isInString) {
      if (sign === '\\') at += 1;
      else if (sign === '"') isInString = false;
    } else if (sign === '"') isInString = true;
    else if (sign === '[' || sign === '{') {
      depth += 1;
      if (depth > DEEPEST) return true;
    } else if (sign === ']' || sign === '}') depth -= 1;
  }
  return false;
}

function parseJson(text: string): unknown {
  const bad = badRequest('The request is not JSON.', 'Send the fields as one JSON object.');
  if (isTooDeep(text)) throw bad;
  try {
    return JSON.parse(text);
  } catch {
    throw bad;
  }
}

function mustFit<T>(schema: Schema<T>, value: unknown): T {
  const result = checked(schema, value);
  if (result.ok) return result.value;
  const { field, message } = result.fault;
  const where = field === '' ? 'The request' : `"${field}"`;
  throw badRequest(
    `${where} ${message.replace(field, '').trim()}.`,
    'Mend this field and send it again.',
    field,
  );
}
