export { serveRequests } from './requests.routes';
export { createRequestsService } from './requests.service';
export { createRequestsStore } from './requests.store';
