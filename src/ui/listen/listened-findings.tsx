'use client';

import type { Finding } from '@/core/findings/finding';
import type { Listened } from '@/core/listen/listen';
import { counted } from '@/core/units/counted';
import { useInstrument, useSession } from '../hooks/use-session';
import styles from './listen.module.css';

/** What is wrong with any lane of the instrument, each leads to its lane. */
export function ListenedFindings({
  listened,
  trouble,
  share,
  point,
}: {
  listened: Listened | null;
  trouble: string | null;
  /** How much has been listened to, 0 … 1, where that is told. */
  share?: number;
  /** Shows a finding's evidence; else its lane is chosen. */
  point?: (finding: Finding) => void;
}) {
  const session = useSession();
  const instrument = useInstrument();
  const groups = grouped(listened?.findings ?? []);
  const nameOf = ([{ sensor, lane }, ...more]: Finding[]) => {
    const own = instrument.sensors.find((s) => s.id === sensor);
    if (lane === undefined) return 'The stream';
    if (!own) return lane;
    if (own.lanes.length === 1) return own.name;
    return `${own.name}, ${more.length > 0 ? `${more.length + 1} lanes, ${lane} first` : lane}`;
  };
  const choose = ({ sensor, lane }: Finding) => {
    const own = instrument.sensors.find((s) => s.id === sensor);
    const at = own?.lanes.findIndex((l) => l.id === lane) ?? 0;
    if (own) session.choice.setState({ sensor, lane: Math.max(0, at) });
  };
  return (
    <section className={styles.listened} aria-label="What is wrong">
      <h2>
        {trouble
          ? `It could not be listened to (${trouble}).`
          : !listened
            ? share === undefined
              ? 'Listening…'
              : `Listening, ${Math.round(100 * share)} %`
            : groups.length === 0
              ? point
                ? 'Nothing is wrong that it shows.'
                : 'Nothing is wrong that twelve seconds show.'
              : counted(groups.length, 'finding')}
      </h2>
      {groups.map((group) => (
        <details key={`${group[0].code} ${group[0].sensor}`} data-severity={group[0].severity}>
          <summary onClick={() => (point ?? choose)(group[0])}>
            <b>{nameOf(group)}</b> {group[0].says}
          </summary>
          {group[0].causes.length > 0 && <p>Likely: {group[0].causes.join('; or ')}.</p>}
          {group[0].cures.map((cure) => (
            <p key={cure.says}>
              {cure.says} ({cure.cost}).
            </p>
          ))}
        </details>
      ))}
    </section>
  );
}

/** The same of several lanes of a sensor is told once. */
function grouped(findings: readonly Finding[]): Finding[][] {
  const groups = new Map<string, Finding[]>();
  for (const f of findings) {
    const key = `${f.code} ${f.sensor}`;
    groups.set(key, [...(groups.get(key) ?? []), f]);
  }
  return [...groups.values()];
}
