import type { HttpTestingController } from '@angular/common/http/testing';
import { TestBed } from '@angular/core/testing';
import type { Plan } from '@harvu/contract';
import { firstValueFrom } from 'rxjs';
import { setUpPage } from '../testing/page';
import { PlansApi } from './plans.api';

describe('a plan with a long log', () => {
  let http: HttpTestingController;
  beforeEach(() => {
    http = setUpPage();
  });

  it('is given once all of its events have come, page after page', async () => {
    const found = firstValueFrom(TestBed.inject(PlansApi).find('a'));
    http
      .expectOne('/api/plans/a')
      .flush({ id: 'a', title: 'A', events: [{ id: '1' }], lastEvent: 1, hasMore: true });
    http
      .expectOne('/api/plans/a/after/1')
      .flush({ events: [{ id: '2' }], lastEvent: 2, hasMore: true });
    http
      .expectOne('/api/plans/a/after/2')
      .flush({ events: [{ id: '3' }], lastEvent: 3, hasMore: false });
    const plan = (await found) as Pick<Plan, 'title' | 'lastEvent' | 'hasMore'> & {
      readonly events: readonly object[];
    };
    expect(plan.events).toEqual([{ id: '1' }, { id: '2' }, { id: '3' }]);
    expect([plan.title, plan.lastEvent, plan.hasMore] as unknown[]).toEqual(['A', 3, false]);
  });
});
