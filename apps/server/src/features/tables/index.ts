export { createTablesRoutes } from './tables.routes';
export { createTablesService } from './tables.service';
