export { createConstantsRoutes, createStudioRoutes } from './studio.routes';
export { createStudioService } from './studio.service';
export { createStudioStore } from './studio.store';
