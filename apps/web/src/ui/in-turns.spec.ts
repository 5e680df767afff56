import { signal } from '@angular/core';
import { TestBed } from '@angular/core/testing';
import { setUpPage } from '../testing/page';
import { grown, turnsLater } from './in-turns';

describe('what comes in turns', () => {
  beforeEach(() => {
    setUpPage();
    jasmine.clock().install();
  });
  afterEach(() => jasmine.clock().uninstall());
  const numbers = (count: number) => Array.from({ length: count }, (_, index) => index);
  const turn = (): void => {
    TestBed.tick();
    jasmine.clock().tick(16);
  };

  it('grows to the whole list, and never gets less of what is there', () => {
    const all = signal<readonly number[]>(numbers(30));
    const seen = TestBed.runInInjectionContext(() => grown(all, 12));
    const lengths = [seen().length];
    for (let turns = 0; turns < 3; turns += 1) {
      turn();
      lengths.push(seen().length);
    }
    expect(lengths).toEqual([12, 24, 30, 30]);
    all.set(numbers(29));
    TestBed.tick();
    expect(seen().length).toBe(29);
    all.set(numbers(45));
    turn();
    turn();
    expect(seen().length).toBe(45);
  });

  it('follows a value after none so many turns later, and every other at once', () => {
    const source = signal<string | undefined>(undefined);
    const later = TestBed.runInInjectionContext(() => turnsLater(source, 2));
    turn();
    source.set('a');
    turn();
    expect(later()).toBeUndefined();
    turn();
    expect(later()).toBe('a');
    source.set('b');
    TestBed.tick();
    expect(later()).toBe('b');
    source.set(undefined);
    TestBed.tick();
    expect(later()).toBeUndefined();
    source.set('c');
    turn();
    expect(later()).toBeUndefined();
    turn();
    expect(later()).toBe('c');
  });
});
