'use client';

import DeleteOutlined from '@mui/icons-material/DeleteOutlined';
import Button from '@mui/material/Button';
import IconButton from '@mui/material/IconButton';
import { boardOf } from '@/core/instrument/access';
import { MOST_GUARDS, type Selector } from '@/core/instrument/scenes';
import { withClock } from '@/core/instrument/with-scenes';
import type { Source } from '@/core/instrument/voices';
import { sceneFindings } from '@/core/stages/scene-findings';
import { gateKey, gatesAndLanes, type GateOffer } from '@/core/stages/gate-offers';
import { useChangeInstrument } from '../hooks/use-change-sensor';
import { useInstrument, useSensor } from '../hooks/use-session';
import { Pick } from '../parts/pick';
import { ClockWords } from './clock-words';
import { DoingWords } from './doing-words';
import styles from './scenes.module.css';

/** Gates that change how the rest plays when they open, while their guards are held; and the clock. */
export function SceneSelectors() {
  const instrument = useInstrument();
  const change = useChangeInstrument();
  const { sensor } = useSensor();
  const { selectors = [], scenes, sensors } = instrument;
  const set = (says: string, next: (list: readonly Selector[]) => Selector[]) =>
    change(says, (own) => ({ ...own, selectors: next(own.selectors ?? []) }));
  const offers = gatesAndLanes(instrument, sensor);
  const findings = sceneFindings(instrument);
  const free = freeGate(offers, selectors, sensor.id);
  return (
    <>
      <ul>
        {selectors.map((own, i) => {
          const board = sensors.find(({ id }) => id === own.gate.sensor)!;
          return (
            <li key={i}>
              <SelectorWords
                selector={own}
                gates={gatesAndLanes(instrument, board)}
                single={singleGates(instrument, board).filter(({ key }) => key !== gateKey(own.gate))}
                set={(next) => set('what a pad does', (list) => list.map((s, k) => (k === i ? next : s)))}
              />
              <IconButton
                size="small"
                aria-label={`Remove selector ${i + 1}`}
                onClick={() => set('selector removed', (list) => list.filter((_, k) => k !== i))}
              >
                <DeleteOutlined fontSize="small" />
              </IconButton>
            </li>
          );
        })}
      </ul>
      <ClockWords />
      <footer>
        {scenes.length > 0 && (
          <Button
            variant="outlined"
            disabled={offers.length === 0}
            onClick={() => set('selector added', (list) => [...list, { gate: free, step: 1 }])}
          >
            Select a scene by …
          </Button>
        )}
        <Button
          variant="outlined"
          disabled={offers.length === 0}
          onClick={() => set('pad given a job', (list) => [...list, { gate: free, shift: 12 }])}
        >
          Give a pad a job
        </Button>
        {!instrument.clock && (
          <Button
            variant="outlined"
            onClick={() => change('clock added', (own) => withClock(own, sensor.board), true)}
          >
            Add a clock
          </Button>
        )}
        {offers.length === 0 && <span>Nothing on {boardOf(instrument, sensor).name} opens and closes.</span>}
        {findings.map((says) => (
          <span key={says} className={styles.doubt}>
            {says}
          </span>
        ))}
      </footer>
    </>
  );
}

/** A gate that does nothing of the kind yet: the last lane of the chosen sensor, else any. */
function freeGate(offers: readonly GateOffer[], selectors: readonly Selector[], sensor: string): Source {
  const used = new Set(selectors.map(({ gate }) => gateKey(gate)));
  const free = offers.filter(({ key }) => !used.has(key)).map(({ source }) => source);
  const own = free.filter((source) => source.sensor === sensor);
  return own.at(-1) ?? free.at(-1) ?? offers[0]?.source;
}

/** The gates that can guard: those of one lane. */
function singleGates(
  instrument: Parameters<typeof gatesAndLanes>[0],
  beside: Parameters<typeof gatesAndLanes>[1],
): GateOffer[] {
  const lanes = (id: string) => instrument.sensors.find((s) => s.id === id)!.lanes.length;
  return gatesAndLanes(instrument, beside).filter(
    ({ source }) => source.lane !== undefined || lanes(source.sensor) === 1,
  );
}

function SelectorWords({
  selector,
  gates,
  single,
  set,
}: {
  selector: Selector;
  gates: readonly GateOffer[];
  single: readonly GateOffer[];
  set: (next: Selector) => void;
}) {
  const { gate, guards = [] } = selector;
  const optionsOf = (offers: readonly GateOffer[]) =>
    Object.fromEntries(offers.map(({ key, says }) => [key, says]));
  const sourceOf = (key: string) => gates.find((own) => own.key === key)!.source;
  const setGuards = (next: Selector['guards'] & object) => {
    set({ ...selector, guards: next.length > 0 ? next : undefined });
  };
  return (
    <span className={styles.sentence}>
      <Pick
        label="Gate"
        value={gateKey(gate)}
        options={optionsOf(gates)}
        set={(key) => set({ ...selector, gate: sourceOf(key) })}
      />
      <DoingWords selector={selector} set={set} />
      {guards.map((guard, i) => (
        <Pick
          key={i}
          label={`Guard ${i + 1}`}
          value={gateKey(guard)}
          options={{ [NONE]: 'nothing else', ...optionsOf(single) }}
          set={(key) =>
            setGuards(
              key === NONE
                ? guards.filter((_, k) => k !== i)
                : guards.map((g, k) => (k === i ? sourceOf(key) : g)),
            )
          }
        />
      ))}
      {guards.length < MOST_GUARDS && (
        <Pick
          label="Another guard"
          value={NONE}
          options={{ [NONE]: guards.length === 0 ? 'at once' : 'and no more', ...optionsOf(single) }}
          set={(key) => key !== NONE && setGuards([...guards, sourceOf(key)])}
        />
      )}
    </span>
  );
}
const NONE = ' none';
