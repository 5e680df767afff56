import { TestBed } from '@angular/core/testing';
import type { Tried } from '@harvu/core/progress';
import { TriedList, type Righted } from './tried-list';

const one = (more: Partial<Tried> = {}): Tried => ({
  id: 't1',
  on: '2026-11-20',
  title: 'Chorus',
  source: 'self',
  corrected: null,
  marked: { clean: false, stopped: false, bpm: 80, rungUnit: 'bpm', passes: 1, bar: 3 },
  isAhead: false,
  ...more,
});

function shown(tried: readonly Tried[], canRight = true) {
  const fixture = TestBed.createComponent(TriedList);
  fixture.componentRef.setInput('tried', tried);
  fixture.componentRef.setInput('canRight', canRight);
  const righted: Righted[] = [];
  fixture.componentInstance.righted.subscribe((it) => righted.push(it));
  fixture.detectChanges();
  const root = fixture.nativeElement as HTMLElement;
  const press = (words: string) => {
    [...root.querySelectorAll('button')].find((it) => it.textContent.trim() === words)?.click();
    fixture.detectChanges();
  };
  return { root, righted, press, rows: () => [...root.querySelectorAll('li')] };
}

describe('what was played, try by try', () => {
  it('says of each who says so, and where it failed', () => {
    const { rows } = shown([
      one(),
      one({ id: 't2', source: 'measured', isAhead: true }),
      one({ id: 't3', source: 'teacher', marked: null }),
    ]);
    const words = rows().map((row) => row.textContent.replace(/\s+/g, ' '));
    expect(words[0]).toContain('Chorus: 80 bpm, stumbled in bar 3 · own account');
    expect(words[1]).toContain('measured · dated ahead, not counted');
    expect(words[2]).toContain('signed off · heard by the teacher');
  });

  it('lets a teacher put a mark right; what was left out can count after all', () => {
    const { press, righted, root } = shown([one()]);
    press('Was clean');
    press('Leave out');
    expect(righted).toEqual([
      { id: 't1', clean: true },
      { id: 't1', clean: null },
    ]);
    const out = shown([one({ corrected: { on: '2026-11-21', source: 'teacher', clean: null } })]);
    expect(out.root.querySelector('.line-through')).not.toBeNull();
    expect(out.root.textContent).toContain('corrected by the teacher');
    out.press('Count it after all');
    expect(out.righted).toEqual([{ id: 't1', clean: false }]);
    expect(root.querySelector('.line-through')).toBeNull();
  });

  it('is only to be read by a student', () => {
    expect(shown([one()], false).root.querySelector('button')).toBeNull();
  });

  it('shows a long log in portions', () => {
    const { rows, press } = shown(Array.from({ length: 45 }, (_, at) => one({ id: `t${at}` })));
    expect(rows().length).toBe(20);
    press('Show earlier ones');
    expect(rows().length).toBe(40);
  });
});
