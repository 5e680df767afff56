export { serveStudio } from './studio.routes';
export { createStudioService } from './studio.service';
export type { StudioService } from './studio.service';
export { createStudioStore } from './studio.store';
