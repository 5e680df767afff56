export { NotFoundPage } from './not-found-page';
