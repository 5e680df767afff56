export { ReportPage } from './report-page';
