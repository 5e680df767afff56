import { TestBed } from '@angular/core/testing';
import type { Subscription } from 'rxjs';
import { setUpPage } from '../testing/page';
import { Live, LIVE_SOURCE, type Happened, type LiveSource } from './live';

/** A stream in the test's hand. */
class TestSource implements LiveSource {
  readyState = 1;
  onopen: EventSource['onopen'] = null;
  onerror: EventSource['onerror'] = null;
  isClosed = false;
  private tell: ((event: MessageEvent<string>) => void) | undefined;

  addEventListener(_: string, listener: unknown): void {
    this.tell = listener as (event: MessageEvent<string>) => void;
  }

  close(): void {
    this.isClosed = true;
  }

  say(planId: string, id: string): void {
    this.tell?.(new MessageEvent('happened', { data: JSON.stringify({ planId, event: { id } }) }));
  }

  open(): void {
    this.onopen?.call(this as unknown as EventSource, new Event('open'));
  }

  fail(): void {
    this.onerror?.call(this as unknown as EventSource, new Event('error'));
  }
}

describe('what happens while a page is looked at', () => {
  let sources: TestSource[];
  let live: Live;
  let following: Subscription[];
  beforeEach(() => {
    jasmine.clock().install().mockDate(new Date('2026-11-27T10:00:00.000Z'));
    sources = [];
    following = [];
    const make = (): TestSource => {
      const source = new TestSource();
      sources.push(source);
      return source;
    };
    setUpPage([{ provide: LIVE_SOURCE, useValue: make }]);
    live = TestBed.inject(Live);
  });
  afterEach(() => {
    following.forEach((one) => one.unsubscribe());
    jasmine.clock().tick(10_000);
    jasmine.clock().uninstall();
  });
  const hear = (): string[] => {
    const heard: string[] = [];
    following.push(live.happened.subscribe(({ event: { id } }: Happened) => heard.push(id)));
    return heard;
  };

  it('is told once each, over one stream for everybody on the page', () => {
    const [one, other] = [hear(), hear()];
    const [source] = sources;
    ['a', 'b', 'a'].forEach((id) => source?.say('p', id));
    expect([one, other]).toEqual([
      ['a', 'b'],
      ['a', 'b'],
    ]);
    expect(sources).toHaveSize(1);
  });

  it('is asked for anew where the stream was closed, and what was missed is looked for', () => {
    let news = 0;
    following.push(live.news().subscribe(() => (news += 1)));
    const [first] = sources;
    first?.open();
    expect(news).toBe(0);
    // A stream that breaks tries by itself.
    first?.fail();
    first?.open();
    expect(news).toBe(1);
    if (first) first.readyState = 2;
    first?.fail();
    jasmine.clock().tick(10_001);
    expect(sources).toHaveSize(2);
    sources[1]?.say('p', 'c');
    expect(news).toBe(2);
  });

  it('is news of one plan, and not more often than a page can be worked out', () => {
    let news = 0;
    following.push(live.news('mine').subscribe(() => (news += 1)));
    const [source] = sources;
    source?.say('other', 'a');
    expect(news).toBe(0);
    ['b', 'c', 'd'].forEach((id) => source?.say('mine', id));
    expect(news).toBe(1);
    jasmine.clock().tick(900);
    expect(news).toBe(2);
  });

  it('ends soon after nobody looks on', () => {
    hear();
    following.forEach((one) => one.unsubscribe());
    expect(sources[0]?.isClosed).toBeFalse();
    jasmine.clock().tick(3001);
    expect(sources[0]?.isClosed).toBeTrue();
  });
});
