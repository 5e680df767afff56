import { TestBed } from '@angular/core/testing';
import { preference, Keeps, wordsIn } from './preference';

const NAME = 'harvu-kept-spec';

describe('what is kept on the device', () => {
  beforeEach(() => localStorage.removeItem(NAME));
  afterEach(() => localStorage.removeItem(NAME));
  const keeps = () => TestBed.inject(Keeps);
  const words = () => TestBed.runInInjectionContext(() => preference(NAME, wordsIn));

  it('is found again, and gone once it is forgotten', () => {
    expect(keeps().find(NAME)).toBeUndefined();
    expect(keeps().keep(NAME, { a: 1 })).toBeTrue();
    expect(keeps().find(NAME)).toEqual({ a: 1 });
    keeps().forget(NAME);
    expect(keeps().find(NAME)).toBeUndefined();
    expect(keeps().find(NAME, 'tab')).toBeUndefined();
  });

  it('is what it says it is, whatever somebody put there', () => {
    for (const odd of ['', '{', 'null', '7', '{"length":2}', '[1,{}]', '"words"']) {
      localStorage.setItem(NAME, odd);
      expect(words().value()).withContext(odd).toEqual([]);
    }
    localStorage.setItem(NAME, '["a",7,"b"]');
    expect(words().value()).toEqual(['a', 'b']);
  });

  it('holds while the page is open where there is no room for it', () => {
    const choice = words();
    spyOn(Storage.prototype, 'setItem').and.throwError('QuotaExceededError');
    choice.set(['a']);
    expect(choice.value()).toEqual(['a']);
    expect(keeps().keep(NAME, 1)).toBeFalse();
    spyOn(Storage.prototype, 'getItem').and.throwError('SecurityError');
    expect(keeps().find(NAME)).toBeUndefined();
  });
});
