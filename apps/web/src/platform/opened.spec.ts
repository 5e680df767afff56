import { firstValueFrom, of, Subject, throwError, toArray, type Observable } from 'rxjs';
import { opened, type Opened } from './opened';

const kinds = (all: readonly Opened<number>[]) =>
  all.map((one) => (one.kind === 'ready' ? one.value : one.kind));

describe('what a page opens', () => {
  const seen: Opened<number>[] = [];
  const answers: Observable<number>[] = [];
  const again = new Subject<void>();
  const open = (key$: Observable<string>) =>
    opened(key$, () => answers.shift() ?? of(0), again).subscribe((one) => seen.push(one));
  beforeEach(() => {
    seen.length = 0;
    answers.length = 0;
  });

  it('is coming, then there, for each key anew', () => {
    const keys = new Subject<string>();
    answers.push(of(1), of(2));
    const open1 = open(keys);
    keys.next('a');
    keys.next('b');
    expect(kinds(seen)).toEqual(['loading', 1, 'loading', 2]);
    open1.unsubscribe();
  });

  it('is looked at again without a gap when somebody comes back', () => {
    answers.push(of(1), of(2));
    const open1 = open(of('a'));
    again.next();
    expect(kinds(seen)).toEqual(['loading', 1, 2]);
    open1.unsubscribe();
  });

  it('stays where looking again fails, and comes with the next time', () => {
    answers.push(
      of(1),
      throwError(() => new Error('no')),
      of(3),
    );
    const open1 = open(of('a'));
    again.next();
    again.next();
    expect(kinds(seen)).toEqual(['loading', 1, 3]);
    open1.unsubscribe();
  });

  it('tells why where it is not to be had', async () => {
    const all = await firstValueFrom(
      opened(of('a'), () => throwError(() => new Error('no'))).pipe(toArray()),
    );
    expect(all.map(({ kind }) => kind)).toEqual(['loading', 'failed']);
  });
});
