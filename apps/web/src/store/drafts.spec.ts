import { signal } from '@angular/core';
import { TestBed } from '@angular/core/testing';
import type { Person } from '@harvu/contract';
import { Session } from '../platform/session';
import { setUpPage } from '../testing/page';
import { Drafts, type Draft } from './drafts';

const ILSE: Person = { id: 'p1', name: 'Ilse', role: 'owner' };
const DRAFT: Draft = {
  text: '[A]\n| G |',
  baseText: '',
  baseRevision: 4,
  keptAt: '2026-11-24T10:00:00.000Z',
};

describe('what is written and not saved', () => {
  const person = signal<Person | null>(ILSE);
  let drafts: Drafts;
  beforeEach(() => {
    localStorage.clear();
    person.set(ILSE);
    setUpPage([{ provide: Session, useValue: { person } }]);
    drafts = TestBed.inject(Drafts);
  });

  it('is kept until it is saved', () => {
    expect(drafts.find('s1')).toBeNull();
    drafts.keep('s1', DRAFT);
    expect(drafts.find('s1')).toEqual(DRAFT);
    drafts.drop('s1');
    expect(drafts.find('s1')).toBeNull();
  });

  it('is set aside, so that what is written next does not take its place', () => {
    drafts.setAside('s1', DRAFT);
    drafts.keep('s1', { ...DRAFT, text: 'newer' });
    drafts.drop('s1');
    expect(drafts.find('s1')).toEqual(DRAFT);
    drafts.dropAside('s1');
    expect(drafts.find('s1')).toBeNull();
  });

  it('is its writer’s own, and each song’s', () => {
    drafts.keep('s1', DRAFT);
    expect(drafts.find('s2')).toBeNull();
    person.set({ ...ILSE, id: 'p2' });
    expect(drafts.find('s1')).toBeNull();
  });

  it('is nothing where it cannot be read, and no fault where it cannot be kept', () => {
    for (const odd of ['nonsense', '{"text": 7}', 'null', '[]']) {
      localStorage.setItem('harvu-draft-p1-s1', odd);
      expect(drafts.find('s1')).toBeNull();
    }
    spyOn(Storage.prototype, 'setItem').and.throwError(new DOMException('full'));
    expect(() => drafts.keep('s1', DRAFT)).not.toThrow();
  });
});
