import { HttpClient } from '@angular/common/http';
import { inject, Injectable } from '@angular/core';
import type { Assign, Plan, PlanSummary, SavePlan } from '@harvu/contract';
import type { Observable } from 'rxjs';

/** Asks the server about plans. */
@Injectable({ providedIn: 'root' })
export class PlansApi {
  private readonly http = inject(HttpClient);

  list(): Observable<readonly PlanSummary[]> {
    return this.http.get<readonly PlanSummary[]>('/api/plans');
  }

  find(id: string): Observable<Plan> {
    return this.http.get<Plan>(`/api/plans/${id}`);
  }

  assign(songId: string, assign: Assign): Observable<unknown> {
    return this.http.post(`/api/songs/${songId}/assign`, assign);
  }

  /** Changes how one plan is taught. */
  change(id: string, save: SavePlan): Observable<Plan> {
    return this.http.put<Plan>(`/api/plans/${id}`, save);
  }

  /** Takes the song back; what was done stays. */
  withdraw(id: string): Observable<unknown> {
    return this.http.post(`/api/plans/${id}/withdraw`, {});
  }
}
