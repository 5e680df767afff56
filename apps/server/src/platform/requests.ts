import { checked } from '@harvu/contract';
import type { Context } from 'hono';
import type { Schema } from 'yup';
import { badRequest, missing } from './errors';

/** Reads the JSON body of a request and checks it; a bad one is a clear error, never half used. */
export async function readBody<T>(c: Context, schema: Schema<T>): Promise<T> {
  const text = await c.req.text();
  let body: unknown;
  try {
    body = JSON.parse(text);
  } catch {
    throw badRequest('The request is not JSON.', 'Send the fields as one JSON object.');
  }
  const result = checked(schema, body);
  if (result.ok) return result.value;
  const { field, message } = result.fault;
  const where = field === '' ? 'The request' : `"${field}"`;
  throw badRequest(
    `${where} ${message.replace(field, '').trim()}.`,
    'Mend this field and send it again.',
    field,
  );
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
