import { Subject } from 'rxjs';
import { opened, problemOf, valueOf, type Opened } from './opened';

describe('what a page opens', () => {
  const answers: Record<string, Subject<string>> = {};
  let keys: Subject<string>;
  let seen: Opened<string>[];

  beforeEach(() => {
    keys = new Subject();
    seen = [];
    opened(keys, (key) => (answers[key] = new Subject())).subscribe((one) => seen.push(one));
  });
  const now = (): Opened<string> | undefined => seen.at(-1);

  it('is coming, then there', () => {
    keys.next('a');
    expect(now()).toEqual({ kind: 'loading' });
    answers['a']?.next('A');
    expect(now()).toEqual({ kind: 'ready', value: 'A' });
  });

  it('is never what was asked for before, however late that comes', () => {
    keys.next('a');
    keys.next('b');
    answers['b']?.next('B');
    answers['a']?.next('A');
    expect(seen.flatMap((one) => valueOf(one) ?? [])).toEqual(['B']);
  });

  it('says why it is not to be had, and opens the next all the same', () => {
    keys.next('a');
    answers['a']?.error({ status: 404, code: 'not-found', title: 'No such song.', remedy: '' });
    expect(problemOf(seen.at(-1) ?? { kind: 'loading' })?.title).toBe('No such song.');
    keys.next('b');
    answers['b']?.next('B');
    expect(now()).toEqual({ kind: 'ready', value: 'B' });
  });
});
