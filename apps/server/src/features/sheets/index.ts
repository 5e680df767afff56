export { createSheetsRoutes } from './sheets.routes';
export { createSheetsService } from './sheets.service';
