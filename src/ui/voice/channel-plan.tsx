'use client';

import { useMemo } from 'react';
import { channelPlanOf, type PlannedOutput } from '@/core/instrument/channel-plan';
import { clashesOf } from '@/core/instrument/clashes';
import { useInstrument, useSensor, useSession } from '../hooks/use-session';
import { wireBytes } from '../parts/words';
import { GestureMark } from '../parts/gesture-mark';
import { useBusiest } from './use-busiest';
import styles from './channel-plan.module.css';

/** What goes out on which channel, of every board and every scene; what clashes is marked. */
export function ChannelPlan() {
  const instrument = useInstrument();
  const plan = useMemo(() => channelPlanOf(instrument), [instrument]);
  const clashes = useMemo(() => clashesOf(instrument).length, [instrument]);
  if (plan.rows.length === 0) return null;
  return (
    <section className={styles.plan} aria-label="Channel plan">
      <h2>Channel plan</h2>
      <div className={styles.wide}>
        <table>
          <thead>
            <tr>
              <th scope="col">channel</th>
              {plan.channels.map((channel) => (
                <th key={channel} scope="col">
                  {channel}
                </th>
              ))}
            </tr>
          </thead>
          <tbody>
            {plan.rows.map(({ says, on }) => (
              <tr key={says}>
                <th scope="row">{says}</th>
                {plan.channels.map((channel) => (
                  <td key={channel}>
                    {(on.get(channel) ?? []).map((output) => (
                      <Sender key={output.voice} output={output} several={instrument.boards.length > 1} />
                    ))}
                  </td>
                ))}
              </tr>
            ))}
          </tbody>
        </table>
      </div>
      <BusiestSecond />
      <p>{clashes > 0 ? 'What clashes is marked; the reading says how.' : 'Nothing clashes.'}</p>
    </section>
  );
}

/** What each wire carries in the busiest second of what its maker has played. */
function BusiestSecond() {
  const { boards } = useInstrument();
  const busiest = useBusiest();
  if (!busiest || busiest.length === 0) return null;
  return (
    <table aria-label="The busiest second of each wire">
      <tbody>
        {busiest.map(({ board: id, bytesPerSecond, within }) => {
          const board = boards.find((own) => own.id === id);
          if (!board) return null;
          const most = wireBytes(board);
          return (
            <tr key={id}>
              <th scope="row">{boards.length > 1 ? `${board.name}, busiest second` : 'busiest second'}</th>
              <td>
                <meter min={0} max={most} high={FULL * most} value={bytesPerSecond} aria-label={board.name} />{' '}
                <b>{bytesPerSecond}</b> bytes/s of {most}
                {bytesPerSecond > 0 && `, in ${within}`}
                {bytesPerSecond > FULL * most && ': levels wait for the wire'}
              </td>
            </tr>
          );
        })}
      </tbody>
    </table>
  );
}
/** Share of what a wire carries from which on levels wait. (Common practice, no source.) */
const FULL = 0.8;

/** Who sends it; a click leads there. */
function Sender({ output, several }: { output: PlannedOutput; several: boolean }) {
  const { choice } = useSession();
  const instrument = useInstrument();
  const { sensor: chosen } = useSensor();
  const sensor = instrument.sensors.find(({ id }) => id === output.sensor)!;
  const board = instrument.boards.find(({ id }) => id === output.board)!;
  return (
    <button
      type="button"
      data-clashes={output.clashes}
      aria-current={chosen.id === sensor.id || undefined}
      onClick={() => choice.setState({ sensor: sensor.id, lane: 0 })}
    >
      <GestureMark sensor={sensor} />
      <span>{sensor.name}</span>
      {several && <small>{board.name}</small>}
      {output.scenes.length > 0 && <small>{output.scenes.join(', ')}</small>}
    </button>
  );
}
