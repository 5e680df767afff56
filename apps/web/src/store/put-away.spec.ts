import { TestBed } from '@angular/core/testing';
import { PutAway } from './put-away';

describe('notes that were put away', () => {
  const anew = (): PutAway => {
    TestBed.resetTestingModule();
    return TestBed.inject(PutAway);
  };
  beforeEach(() => localStorage.removeItem('harvu-put-away'));
  afterEach(() => localStorage.removeItem('harvu-put-away'));

  it('stay away on this device, and come when their cause is another', () => {
    anew().put('s1 Length agrees. 3:31');
    expect(anew().has('s1 Length agrees. 3:31')).toBeTrue();
    expect(anew().has('s1 Length agrees. 3:40')).toBeFalse();
  });

  it('are few enough to be kept, the oldest forgotten first', () => {
    const away = anew();
    for (let at = 0; at < 400; at += 1) away.put(`note ${at}`);
    expect([anew().has('note 0'), anew().has('note 399')]).toEqual([false, true]);
  });

  it('are none where what stands on the device cannot be read', () => {
    for (const kept of ['{', '"x"', '[1, null]', 'null']) {
      localStorage.setItem('harvu-put-away', kept);
      expect(anew().has('1')).toBeFalse();
    }
  });
});
