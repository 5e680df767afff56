export { forecast } from './forecast';
export type { Forecast, ForecastRequest, ForecastTry } from './forecast';
