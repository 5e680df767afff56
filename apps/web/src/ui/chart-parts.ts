import { Chart, Legend, LinearScale, LineController, LineElement, PointElement } from 'chart.js';

// Only what is drawn is taken along.
Chart.register(Legend, LinearScale, LineController, LineElement, PointElement);
