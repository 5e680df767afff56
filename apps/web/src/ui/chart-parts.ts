import {
  Chart,
  Filler,
  Legend,
  LinearScale,
  LineController,
  LineElement,
  PointElement,
} from 'chart.js';

// Only what is drawn is taken along.
Chart.register(Filler, Legend, LinearScale, LineController, LineElement, PointElement);

Chart.defaults.font.family = 'Atkinson Hyperlegible Next Variable';
Chart.defaults.font.size = 13;
