'use client';

import { useState } from 'react';
import type { Passing } from '@/core/plan/edit-series';
import { Field } from '../parts/field';
import { Pick } from '../parts/pick';

const USUAL = 'usual';

/** What passes of an input: program changes, clock, controllers. */
export function PassingWords({ of, name, set }: { of: Passing; name: string; set: (next: Passing) => void }) {
  return (
    <>
      <Pick
        label={`Program changes of ${name}`}
        value={of.programs ?? 'pass'}
        options={{
          pass: 'its program changes pass',
          select: 'its program changes select the scene',
          block: 'its program changes do not pass',
        }}
        set={(programs) =>
          set({ programs: programs === 'pass' ? undefined : (programs as 'select' | 'block') })
        }
      />
      <Pick
        label={`Clock of ${name}`}
        value={of.clock === undefined ? USUAL : String(of.clock)}
        options={{
          [USUAL]: 'its clock passes where it is the first input',
          true: 'its clock passes',
          false: 'its clock does not pass',
        }}
        set={(clock) => set({ clock: clock === USUAL ? undefined : clock === 'true' })}
      />
      <Blocks of={of} name={name} set={set} />
    </>
  );
}

/** Controllers that do not pass, typed with commas between. */
function Blocks({ of, name, set }: { of: Passing; name: string; set: (next: Passing) => void }) {
  const own = (of.blocks ?? []).join(', ');
  const [typed, setTyped] = useState<string | null>(null);
  const [refused, setRefused] = useState<string | undefined>();
  const take = () => {
    const words = (typed ?? own).split(/[\s,;]+/).filter(Boolean);
    const numbers = [...new Set(words.map(Number))].sort((a, b) => a - b);
    setTyped(null);
    const fits = numbers.every((n) => Number.isInteger(n) && n >= 0 && n <= 127);
    setRefused(fits ? undefined : `Controllers are 0 … 127. ${own || 'None'} stays.`);
    if (fits && numbers.join(', ') !== own) set({ blocks: numbers.length > 0 ? numbers : undefined });
  };
  return (
    <span>
      but not its controllers{' '}
      <Field
        aria-label={`Controllers of ${name} that do not pass`}
        value={typed ?? own}
        placeholder="none"
        refused={refused}
        onChange={(e) => setTyped(e.target.value)}
        onBlur={take}
        onKeyDown={(e) => {
          if (e.key === 'Escape') setTyped(null);
          if (e.key === 'Enter') (e.target as HTMLElement).blur();
        }}
        style={{ width: '9ch' }}
      />
    </span>
  );
}
