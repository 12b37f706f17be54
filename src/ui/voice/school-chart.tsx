'use client';

import {
  Chart,
  LineController,
  LineElement,
  LinearScale,
  PointElement,
  type ChartData,
  type ChartOptions,
} from 'chart.js';
import { useMemo } from 'react';
import { Chart as ChartView } from 'react-chartjs-2';
import { noteName } from '@/core/midi/words';
import type { SchoolNote, SchoolPlay, SchoolsCompared } from '@/core/prove/schools';
import { READING_FACE } from '../parts/chart-fonts';
import { useColours, type Colours } from '../parts/colours';

Chart.register(LineController, LineElement, LinearScale, PointElement);

/** A ladder of pitch over time: its rungs the boundaries between notes, the finger's line, and what a school plays of it. */
export function SchoolChart({ compared, play }: { compared: SchoolsCompared; play: SchoolPlay }) {
  const colours = useColours();
  const data = useMemo(() => dataOf(compared, play, colours), [compared, play, colours]);
  const options = useMemo(() => optionsOf(compared, colours), [compared, colours]);
  return (
    <div
      role="img"
      aria-label={`What ${play.school} plays: ${play.notes.length} notes, ${play.unintended} not meant`}
    >
      <ChartView role="presentation" type="line" data={data} options={options} />
    </div>
  );
}

const GAP = { x: NaN, y: NaN };

/** A note as a line, s from the first touch: straight where its pitch stays. */
const drawn = ({ pitches, toUs }: SchoolNote, beginUs: number) => {
  const at = (tUs: number, y: number) => ({ x: (tUs - beginUs) / 1e6, y });
  const points = pitches.flatMap(([tUs, p], i) =>
    i === 0 ? [at(tUs, p)] : [at(tUs, pitches[i - 1][1]), at(tUs, p)],
  );
  return [...points, at(toUs, pitches[pitches.length - 1][1]), GAP];
};

function dataOf({ line }: SchoolsCompared, { notes }: SchoolPlay, c: Colours): ChartData<'line'> {
  const beginUs = line[0].fromUs;
  const of = (some: readonly SchoolNote[], colour: string, width: number) => ({
    data: some.flatMap((note) => drawn(note, beginUs)),
    borderColor: colour,
    borderWidth: width,
    pointRadius: 0,
  });
  return {
    datasets: [
      of(line, c.soft, 1),
      of(
        notes.filter(({ meant }) => meant),
        c.live,
        3.5,
      ),
      of(
        notes.filter(({ meant }) => !meant),
        c.fault,
        3.5,
      ),
    ],
  };
}

/** More rungs than this are too close to be told apart: the names go, the lines stay. */
const MOST_NAMES = 9;

function optionsOf({ grid, line }: SchoolsCompared, c: Colours): ChartOptions<'line'> {
  const font = { family: READING_FACE, size: 12 };
  const rungs = grid.slice(1).map((pitch, i) => (pitch + grid[i]) / 2);
  const every = Math.ceil(grid.length / MOST_NAMES);
  return {
    animation: false,
    maintainAspectRatio: false,
    events: [],
    scales: {
      x: {
        type: 'linear',
        min: 0,
        max: (line[line.length - 1].toUs - line[0].fromUs) / 1e6,
        grid: { display: false },
        border: { color: c.line },
        ticks: { color: c.soft, font, maxTicksLimit: 5, includeBounds: false, callback: (v) => `${v} s` },
      },
      y: {
        type: 'linear',
        min: grid[0] - 0.5,
        max: grid[grid.length - 1] + 0.5,
        border: { color: c.line },
        // Names stand at the notes, lines at the boundaries between them.
        afterBuildTicks: (scale) => {
          scale.ticks = [...grid, ...rungs].sort((a, b) => a - b).map((value) => ({ value }));
        },
        grid: { color: ({ tick }) => (rungs.includes(tick.value) ? c.faint : 'transparent') },
        ticks: {
          color: c.soft,
          font,
          autoSkip: false,
          callback: (v) => {
            const i = grid.indexOf(Number(v));
            return i >= 0 && i % every === 0 ? noteName(Math.round(Number(v))) : '';
          },
        },
      },
    },
    plugins: { legend: { display: false } },
  };
}
