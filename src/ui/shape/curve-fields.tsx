'use client';

import { Button } from '@mui/material';
import type { ReactNode } from 'react';
import type { Dynamics, Response } from '@/core/instrument/response';
import { DYNAMIC_NAMES, outOfOrder, roomOf, type Played } from '@/core/shape/dynamics';
import { CURVE_FAMILIES, CURVE_FAMILY_IDS, type CurveFamilyId } from '@/core/shape/families';
import { MOST_POINTS, type Handle } from '@/core/shape/handles';
import { missedBy } from '@/core/shape/propose';
import { NumberField } from '../parts/number-field';
import { Pick } from '../parts/pick';
import { sentence } from '../parts/words';
import styles from './shape.module.css';

/** What soft, medium and loud should read. */
export function Wanted({
  wanted,
  disabled,
  want,
}: {
  wanted: Dynamics;
  disabled: boolean;
  want: (next: Dynamics) => void;
}) {
  return (
    <div className={styles.three}>
      {DYNAMIC_NAMES.map((d) => (
        <NumberField
          key={d}
          label={d}
          labelled
          disabled={disabled}
          value={Math.round(wanted[d])}
          low={roomOf(wanted, d)[0]}
          high={roomOf(wanted, d)[1]}
          set={(reads) => want({ ...wanted, [d]: reads })}
        />
      ))}
    </div>
  );
}

const CURVES = Object.fromEntries(CURVE_FAMILY_IDS.map((id) => [id, CURVE_FAMILIES[id].name]));

/** The family of a curve, and its number. */
export function CurveFamily({
  shown,
  choose,
  set,
  children,
}: {
  shown: Response;
  choose: (family: CurveFamilyId) => void;
  set: (next: Response) => void;
  children: ReactNode;
}) {
  const { number } = CURVE_FAMILIES[shown.family];
  return (
    <div className={number ? styles.family : styles.two}>
      <Pick
        label="Curve"
        labelled
        value={shown.family}
        set={(family) => choose(family as CurveFamilyId)}
        options={CURVES}
      />
      {number && (
        <NumberField
          label={number.label}
          labelled
          value={shown[number.key] ?? number.straight}
          low={number.low}
          high={number.high}
          step={0.05}
          words={(v) => v.toFixed(2)}
          set={(value) => set({ ...shown, [number.key]: value })}
        />
      )}
      {children}
    </div>
  );
}

interface HandleProps {
  handles: readonly Handle[];
  chosen: number | null;
  choose: (handle: number) => void;
  move: (handle: number, x: number, y: number) => void;
  add: () => void;
  remove: (handle: number) => void;
}

const HANDLE_NAMES = { begin: 'where it begins', end: 'where it ends', bend: 'its bend', point: 'point' };

/** The handles of a curve by keys: one is chosen, its place is typed. */
export function Handles({ handles, chosen, choose, move, add, remove }: HandleProps) {
  const at = Math.min(chosen ?? 0, handles.length - 1);
  const handle = handles[at];
  const isEnd = at === 0 || at === handles.length - 1;
  return (
    <div className={styles.strip}>
      <Pick
        label="Handle"
        value={String(at)}
        set={(index) => choose(Number(index))}
        options={Object.fromEntries(
          handles.map(({ is }, i) => [
            i,
            is === 'point' ? `point ${i + 1} of ${handles.length}` : HANDLE_NAMES[is],
          ]),
        )}
      />
      <span>at</span>
      <NumberField
        label="at, %"
        disabled={handle.is === 'end' || handle.is === 'bend' || (handle.is === 'point' && isEnd)}
        value={Math.round(1000 * handle.x) / 10}
        low={0}
        high={100}
        step={1}
        whole={false}
        unit="%"
        set={(to) => move(at, to / 100, handle.y)}
      />
      <span>% reads</span>
      <NumberField
        label="reads"
        value={Math.round(1270 * handle.y) / 10}
        low={0}
        high={127}
        step={1}
        whole={false}
        set={(to) => move(at, handle.x, to / 127)}
      />
      <Button size="small" disabled={handles.length >= MOST_POINTS} onClick={add}>
        Add a point
      </Button>
      {handle.is === 'point' && !isEnd && (
        <Button size="small" onClick={() => remove(at)}>
          Take it away
        </Button>
      )}
    </div>
  );
}

/** How near the curve comes to what is wanted. */
export function fitWords(shown: Response, played: Played, wanted: Dynamics): string {
  const [softer, harder] = outOfOrder(played) ?? [];
  if (softer)
    return `Your ${softer} takes lie above your ${harder} ones: no curve that never falls lands both. Play them again.`;
  const off = missedBy(shown, played, wanted);
  const name = sentence(CURVE_FAMILIES[shown.family].words(shown));
  return off <= 1
    ? `${name}: within a step of all three.`
    : `${name}: within ${Math.ceil(off)} steps of all three.`;
}
