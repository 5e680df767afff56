export { createPapersService } from './papers/papers.service';
export type { PapersDeps } from './papers/papers.service';
export { createSheetsRoutes } from './sheets.routes';
export { createSheetsService } from './sheets.service';
