'use client';

import {
  BarController,
  BarElement,
  CategoryScale,
  Chart,
  Legend,
  LinearScale,
  type ChartOptions,
} from 'chart.js';
import { useMemo } from 'react';
import { Chart as ChartView } from 'react-chartjs-2';
import type { ProofPicture } from '@/core/exchange/proof/proof-json';
import { AIM_JITTER_MS, AIM_MS } from '@/core/prove/aims';
import type { Latency, LatencyParts } from '@/core/prove/latency';
import { useInstrument } from '../hooks/use-session';
import { READING_FACE } from '../parts/chart-fonts';
import { useColours, type Colours } from '../parts/colours';
import { LoopPart } from './loop-part';
import styles from './prove.module.css';

Chart.register(BarController, BarElement, CategoryScale, Legend, LinearScale);

/** Parts in the order in which they pass, as they are called. */
const PARTS: Record<keyof LatencyParts, string> = {
  rise: 'the gesture’s own rise',
  scan: 'scan',
  filter: 'filter',
  window: 'window',
  debounce: 'settling, debounce, hold-off',
  wire: 'wire',
};

/** From a tenth of the rise until the note has left the wire, and what of that is whose. */
export function LatencyPart({ proved, tried }: { proved: ProofPicture; tried: ProofPicture | null }) {
  const { sensors } = useInstrument();
  const nameOf = (id: string) => sensors.find((s) => s.id === id)?.name ?? id;
  const rows = proved.sensors.flatMap(({ sensor, latency }) => {
    const other = tried?.sensors.find((own) => own.sensor === sensor)?.latency;
    return [
      ...(latency ? [{ name: nameOf(sensor), latency }] : []),
      ...(other ? [{ name: `${nameOf(sensor)}, with the change`, latency: other }] : []),
    ];
  });
  if (rows.length === 0)
    return (
      <>
        <p className={styles.quiet}>No note answers a gesture of its own here.</p>
        <LoopPart />
      </>
    );
  return (
    <>
      <Bars rows={rows} />
      <table className={styles.counts}>
        <thead>
          <tr>
            <th scope="col">ms</th>
            <th scope="col">half within</th>
            <th scope="col">19 of 20 within</th>
            <th scope="col">board alone</th>
            <th scope="col">its spread</th>
            <th scope="col">notes</th>
          </tr>
        </thead>
        <tbody>
          {rows.map(({ name, latency }) => (
            <tr key={name}>
              <th scope="row">{name}</th>
              <td>{latency.p50.toFixed(1)}</td>
              <td>{latency.p95.toFixed(1)}</td>
              <td className={boardOf(latency) <= AIM_MS ? styles.good : styles.bad}>
                {boardOf(latency).toFixed(1)}
              </td>
              <td className={latency.boardJitter <= AIM_JITTER_MS ? styles.good : undefined}>
                {latency.boardJitter.toFixed(1)}
              </td>
              <td>{latency.n}</td>
            </tr>
          ))}
        </tbody>
      </table>
      <p className={styles.quiet}>
        The board alone: from the threshold on. {AIM_MS} ms with a spread of {AIM_JITTER_MS} ms are aimed at.
        A rise below 0 is one whose threshold lies under a tenth of it. No gate waits for a filter.
      </p>
      <LoopPart />
    </>
  );
}

const boardOf = ({ parts: { rise: _rise, ...own } }: Latency): number =>
  Object.values(own).reduce((sum, ms) => sum + ms, 0);

function Bars({ rows }: { rows: readonly { name: string; latency: Latency }[] }) {
  const colours = useColours();
  const data = useMemo(() => {
    const fills = [colours.faint, colours.soft, colours.line, colours.live, colours.doubt, colours.ink];
    return {
      labels: rows.map(({ name }) => name),
      datasets: (Object.keys(PARTS) as (keyof LatencyParts)[]).map((part, i) => ({
        label: PARTS[part],
        data: rows.map(({ latency }) => latency.parts[part]),
        backgroundColor: fills[i],
        borderColor: colours.line,
        borderWidth: 1,
        barThickness: 22,
      })),
    };
  }, [rows, colours]);
  const options = useMemo(() => optionsOf(colours), [colours]);
  const says = rows
    .map(({ name, latency }) => `${name}: ${latency.mean.toFixed(1)} ms on average`)
    .join('; ');
  return (
    <div className={styles.chart} style={{ height: 104 + 40 * rows.length }} role="img" aria-label={says}>
      <ChartView role="presentation" type="bar" data={data} options={options} />
    </div>
  );
}

function optionsOf(c: Colours): ChartOptions<'bar'> {
  const font = { family: READING_FACE, size: 12 };
  return {
    ...{ animation: false, maintainAspectRatio: false, indexAxis: 'y', events: [] },
    scales: {
      x: {
        stacked: true,
        title: { display: true, text: 'ms, on average', color: c.soft, font },
        grid: { color: c.faint },
        ticks: { color: c.soft, font },
      },
      y: { stacked: true, grid: { display: false }, ticks: { color: c.ink, font: { ...font, size: 13 } } },
    },
    plugins: { legend: { position: 'bottom', labels: { color: c.ink, font, boxWidth: 14 } } },
  };
}
