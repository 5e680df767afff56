export { createPlansRoutes } from './plans.routes';
export { createPlansService } from './plans.service';
export { createPlansStore } from './plans.store';
export type { PlansStore } from './plans.store';
export type { PlansService } from './plans.service';
