'use client';

import { doingOf, MOST_MUTES, TRANSPORTS, type Selector } from '@/core/instrument/scenes';
import { useInstrument } from '../hooks/use-session';
import { voiceName } from '../parts/mode-words';
import { NumberField } from '../parts/number-field';
import { Pick } from '../parts/pick';

const NEXT = ' next';
const BEFORE = ' before';
const NONE = ' none';

type Set = (next: Selector) => void;

/** What a pad does to how the rest plays. */
export function DoingWords({ selector, set }: { selector: Selector; set: Set }) {
  const { scenes, voices, clock, selectors = [] } = useInstrument();
  const { gate, guards } = selector;
  const notes = voices.filter(({ is }) => is === 'note').map(({ id }) => id);
  const does = doingOf(selector);
  const mutes = selectors.filter((own) => own.mutes).length < MOST_MUTES || does === 'mutes';
  const made: Record<string, [says: string, makes: Partial<Selector>]> = {
    ...Object.fromEntries(scenes.map(({ id, name }) => [id, [name, { scene: id }]])),
    ...(scenes.length > 0
      ? { [NEXT]: ['the next scene', { step: 1 }], [BEFORE]: ['the scene before', { step: -1 }] }
      : {}),
    ' shift': ['moves notes by', { shift: 12 }],
    ' written': ['puts notes where they are written', { shift: 0 }],
    ...(notes.length > 0 && mutes ? { ' mutes': ['mutes, or lets sound,', { mutes: [notes[0]] }] } : {}),
    ' resets': ['lets all begin anew', { resets: true }],
    ...(clock
      ? {
          ' tempo': ['changes the tempo by', { tempo: 5 }],
          ' taps': ['taps the tempo', { taps: true }],
          ' begins': ['puts the tempo where it begins', { tempo: 0 }],
          ...Object.fromEntries(TRANSPORTS.map((own) => [` ${own}`, [SAYS[own], { transport: own }]])),
        }
      : {}),
  };
  const key =
    selector.scene ??
    {
      ...{ scene: '', step: selector.step === -1 ? BEFORE : NEXT, mutes: ' mutes', resets: ' resets' },
      taps: ' taps',
      ...{ shift: selector.shift === 0 ? ' written' : ' shift', transport: ` ${selector.transport}` },
      tempo: selector.tempo === 0 ? ' begins' : ' tempo',
    }[does];
  return (
    <>
      {does === 'scene' || does === 'step' ? 'selects' : ''}
      <Pick
        label="What it does"
        value={key}
        options={Object.fromEntries(Object.entries(made).map(([own, [says]]) => [own, says]))}
        set={(next) => set({ gate, ...made[next][1], guards })}
      />
      {key === ' shift' && (
        <Typed
          label="Semitones"
          value={selector.shift!}
          unit="semitones"
          set={(shift) => set({ ...selector, shift })}
        />
      )}
      {key === ' tempo' && (
        <Typed
          label="Beats a minute"
          value={selector.tempo!}
          unit="beats a minute"
          set={(tempo) => set({ ...selector, tempo })}
        />
      )}
      {selector.mutes && (
        <Muted mutes={selector.mutes} notes={notes} set={(next) => set({ ...selector, mutes: next })} />
      )}
    </>
  );
}

const SAYS: Record<(typeof TRANSPORTS)[number], string> = {
  start: 'starts who follows the clock',
  stop: 'stops who follows the clock',
  continue: 'lets who follows the clock go on',
  toggle: 'starts, or stops, who follows the clock',
};

function Typed({
  label,
  value,
  unit,
  set,
}: {
  label: string;
  value: number;
  unit: string;
  set: (value: number) => void;
}) {
  return (
    <span>
      <NumberField label={label} value={value} low={-60} high={60} step={1} unit={unit} set={set} /> {unit}
    </span>
  );
}

/** Voices that are muted together. */
function Muted({
  mutes,
  notes,
  set,
}: {
  mutes: readonly string[];
  notes: readonly string[];
  set: (next: string[]) => void;
}) {
  const instrument = useInstrument();
  const options = (own: readonly string[]) =>
    Object.fromEntries(own.map((id) => [id, voiceName(instrument, id)]));
  const left = notes.filter((id) => !mutes.includes(id));
  return (
    <>
      {mutes.map((id, i) => (
        <Pick
          key={id}
          label={`Muted ${i + 1}`}
          value={id}
          options={{ ...(mutes.length > 1 ? { [NONE]: 'nothing else' } : {}), ...options([id, ...left]) }}
          set={(next) => set(mutes.flatMap((own) => (own !== id ? [own] : next === NONE ? [] : [next])))}
        />
      ))}
      {left.length > 0 && (
        <Pick
          label="Muted too"
          value={NONE}
          options={{ [NONE]: 'alone', ...options(left) }}
          set={(next) => next !== NONE && set([...mutes, next])}
        />
      )}
    </>
  );
}
