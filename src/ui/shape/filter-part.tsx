'use client';

import { Button } from '@mui/material';
import { useMemo, useState } from 'react';
import { boardOf } from '@/core/instrument/access';
import { FILTERS_TO_TRY, stillestWithin } from '@/core/prove/filters-to-try';
import type { PortLanes } from '@/core/prove/lane-counts';
import { FILTER_NAMES, filterWords } from '@/core/shape/filter-words';
import type { Filter, FilterId } from '@/core/shape/filters';
import type { Take } from '@/core/signal/take';
import { analysisLink } from '@/workers/analysis-link';
import { useLatest } from '../hooks/use-latest';
import { useInstrument } from '../hooks/use-session';
import { NumberField } from '../parts/number-field';
import { Pick } from '../parts/pick';
import { Term } from '../parts/term';
import { isSame, MOST_MS, PriceChart, TraceChart } from './filter-charts';
import { portLanes, type Shaping } from './use-shape';
import styles from './shape.module.css';

interface Asked {
  port: PortLanes;
  present: Filter | null;
  takes: Take[];
}
const priced = ({ port, present, takes }: Asked) => {
  const isKnown = present === null || FILTERS_TO_TRY.some((own) => isSame(own, present));
  return analysisLink.get().filters(port, [...FILTERS_TO_TRY, ...(isKnown ? [] : [present])], present, takes);
};

/** Filters by what they cost and save on the maker's own takes; the present one is marked, any other a press away. */
export function FilterPart({
  shaping,
  takes,
  set,
}: {
  shaping: Shaping;
  takes: Take[] | null;
  set: (filter: Filter | null) => void;
}) {
  const instrument = useInstrument();
  const { sensor, port, lane, shown } = shaping;
  const present = shown.filter ?? null;
  const asked = useMemo(
    () => takes && { port: portLanes(instrument, { sensor, port, lane }), present, takes },
    [instrument, sensor, port, lane, present, takes],
  );
  const made = useLatest(asked, priced);
  const [mostMs, setMostMs] = useState(4);
  const own = made?.prices.find(({ filter }) => isSame(filter, present));
  const best = made && stillestWithin(made.prices, mostMs);
  return (
    <div className={styles.filter}>
      {made ? (
        <PriceChart prices={made.prices} present={present} set={set} />
      ) : (
        <p className={styles.note}>
          {takes ? 'Trying filters on your takes…' : 'Needs a rest take and one that is played.'}
        </p>
      )}
      {made?.trace && <TraceChart trace={made.trace} />}
      <div className={styles.filterSide}>
        <FilterFields filter={present} set={set} scanHz={boardOf(instrument, sensor).scanHz} />
        {own && (
          <p className={styles.note}>
            {own.filter ? filterWords(own.filter) : 'No filter'}: {own.lagMs.toFixed(1)} ms late,{' '}
            <Term is="σ">σ</Term> at rest {own.noiseSteps.toFixed(2)} of a step.
          </p>
        )}
        {made && (
          <div className={styles.best}>
            <NumberField
              label="No later than, ms"
              labelled
              value={mostMs}
              low={0.5}
              high={MOST_MS}
              step={0.5}
              set={setMostMs}
            />
            {best && !isSame(best.filter, present) ? (
              <Button variant="outlined" onClick={() => set(best.filter)}>
                Use {filterWords(best.filter!)}
              </Button>
            ) : (
              <p className={styles.note}>
                {best ? 'The stillest within it is in use.' : 'None within it is stiller than no filter.'}
              </p>
            )}
          </div>
        )}
      </div>
    </div>
  );
}

/** A filter of each family to begin with. */
const FIRST: Record<FilterId, Filter> = {
  median: { is: 'median', of: 3 },
  exponential: { is: 'exponential', cutoffHz: 32 },
  'one-euro': { is: 'one-euro', cutoffHz: 2, quicker: 8 },
};

function FilterFields({
  filter,
  set,
  scanHz,
}: {
  filter: Filter | null;
  set: (filter: Filter | null) => void;
  scanHz: number;
}) {
  // Past half the scan rate nothing is left to filter (Nyquist).
  const most = Math.min(500, scanHz / 2);
  return (
    <>
      <Pick
        label="Filter"
        labelled
        value={filter?.is ?? ''}
        set={(is) => set(is === '' ? null : FIRST[is as FilterId])}
        options={{ '': 'none', ...FILTER_NAMES }}
      />
      {filter?.is === 'median' && (
        <Pick
          label="of so many counts"
          labelled
          value={String(filter.of)}
          set={(of) => set({ ...filter, of: Number(of) })}
          options={{ '3': '3', '5': '5' }}
        />
      )}
      {filter && filter.is !== 'median' && (
        <div className={styles.two}>
          <NumberField
            label={filter.is === 'one-euro' ? 'Hz at rest' : 'Hz'}
            labelled
            value={filter.cutoffHz}
            low={0.5}
            high={most}
            step={0.5}
            set={(cutoffHz) => set({ ...filter, cutoffHz })}
          />
          {filter.is === 'one-euro' && (
            <NumberField
              label="quicker by"
              labelled
              value={filter.quicker}
              low={0}
              high={100}
              step={1}
              whole={false}
              set={(quicker) => set({ ...filter, quicker })}
            />
          )}
        </div>
      )}
    </>
  );
}
