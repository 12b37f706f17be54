'use client';

import { Chart, LineController, LineElement, LinearScale, PointElement, type ChartOptions } from 'chart.js';
import { useMemo } from 'react';
import { Chart as ChartView } from 'react-chartjs-2';
import { REST_TRIAL } from '@/core/prove/trial-rest';
import type { Trial } from '@/core/prove/trials';
import type { KeptTrial } from '@/store/database';
import { READING_FACE } from '../parts/chart-fonts';
import { useColours, type Colours } from '../parts/colours';
import { dayWords } from '../parts/words';
import styles from './prove.module.css';

Chart.register(LineController, LineElement, LinearScale, PointElement);

/** What a trial came to, time after time, with where it may truly lie. */
export function TrialHistory({ trial, scores }: { trial: Trial; scores: readonly KeptTrial[] }) {
  const colours = useColours();
  const times = trial.id === REST_TRIAL ? 1 : 100;
  const data = useMemo(
    () => ({
      datasets: [
        {
          data: scores.map(({ score }, i) => ({ x: i + 1, y: times * score })),
          borderColor: colours.live,
          backgroundColor: colours.live,
          borderWidth: 2,
          pointRadius: 4,
        },
        // From the low end to the high end of each.
        ...scores.map(({ low, high }, i) => ({
          data: [low, high].map((y) => ({ x: i + 1, y: times * y })),
          borderColor: colours.soft,
          borderWidth: 1,
          pointRadius: 0,
        })),
      ],
    }),
    [scores, colours, times],
  );
  const options = useMemo(
    () => optionsOf(scores, trial.id === REST_TRIAL, colours),
    [scores, trial, colours],
  );
  if (scores.length < 2) return null;
  return (
    <div className={styles.chart} role="img" aria-label={`${trial.name}, ${scores.length} times`}>
      <ChartView role="presentation" type="line" data={data} options={options} />
    </div>
  );
}

function optionsOf(scores: readonly KeptTrial[], isRest: boolean, c: Colours): ChartOptions<'line'> {
  const font = { family: READING_FACE, size: 12 };
  return {
    ...{ animation: false, maintainAspectRatio: false, events: [] },
    scales: {
      x: {
        ...{ type: 'linear', min: 0.5, max: scores.length + 0.5, grid: { display: false } },
        ticks: {
          ...{ color: c.soft, font, stepSize: 1, maxTicksLimit: 8 },
          callback: (v) => (scores[Number(v) - 1] ? dayWords(scores[Number(v) - 1].at) : ''),
        },
      },
      y: {
        ...{ min: 0, grid: { color: c.faint }, ticks: { color: c.soft, font } },
        ...(isRest ? {} : { max: 100 }),
        title: {
          display: true,
          text: isRest ? 'phantom notes a minute' : 'answered right, %',
          color: c.soft,
          font,
        },
      },
    },
    plugins: { legend: { display: false } },
  };
}
