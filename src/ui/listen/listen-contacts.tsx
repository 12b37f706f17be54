'use client';

import { allContacts } from '@/core/instrument/access';
import { kindOf } from '@/core/kinds/registry';
import { computedKey } from '@/workers/live-protocol';
import { useInstrument, useLive, useSensor } from '../hooks/use-session';
import { LaneStrip } from '../parts/lane-strip';
import { wordsOf } from '../ways/registry';
import { Headline, Reading, Station } from '../parts/station';
import { sentence } from '../parts/words';
import { ListenedFindings } from './listened-findings';
import { HiddenFaults } from './hidden-faults';
import type { LiveParts } from './live-parts';
import { ComputedReadings } from './computed-readings';
import { ComputedTraces } from './computed-traces';

/** A sensor of contacts: open or closed, and what it did. */
export function ListenContacts({ listened, tools, below }: LiveParts) {
  const instrument = useInstrument();
  const { sensor, lane } = useSensor();
  const names = sensor.lanes[lane].contacts ?? [];
  const places = names.map((name) => allContacts(instrument).indexOf(name));
  // As text, so that it is drawn again only where a contact changes.
  const now = useLive((s) => places.map((at) => stateWord(s.tick?.closed[at])).join(', '));
  const states = now.split(', ');
  const one = names.length === 1;
  // A contact that closes once a period of a tone is too fast to be shown.
  const tones = kindOf(sensor).way === 'tone';
  const sounds = useLive((s) => s.tick?.computed[computedKey(sensor.id, lane, 'sounds')]);
  const c = sensor.calibration;
  return (
    <Station
      title="Listen"
      reading={
        <>
          {!tones &&
            names.map((name, i) => (
              <Reading key={name} label={one ? 'Now' : name} value={states[i]}>
                {(c && wordsOf(c).contact?.(c)) ??
                  (one ? (c ? 'Its contact.' : 'Not measured yet.') : `${ORDER[i]} of this lane.`)}
              </Reading>
            ))}
          <ComputedReadings />
          <ListenedFindings {...listened} />
          <HiddenFaults />
        </>
      }
    >
      <Headline
        says={
          tones
            ? saysSounds(sounds)
            : one
              ? `It is ${now === '–' ? 'not heard yet' : now}.`
              : saysBoth(states)
        }
        under={`${sentence(sensor.verb ?? kindOf(sensor).verb)} ${sensor.name.toLowerCase()} and let go.`}
        side={tools}
      />
      <LaneStrip sensor={sensor} height={90} />
      <ComputedTraces />
      {below}
    </Station>
  );
}

const ORDER = ['First contact', 'Second contact'];

const stateWord = (closed: boolean | undefined): string =>
  closed === undefined ? '–' : closed ? 'closed' : 'open';

const saysSounds = (sounds: number | undefined): string =>
  sounds === undefined
    ? 'Calibrate it to see how high it sounds.'
    : sounds > 0
      ? 'It sounds.'
      : 'It is silent.';

/** What the contacts of one lane are, in a sentence. */
function saysBoth(states: readonly string[]): string {
  const closed = states.filter((s) => s === 'closed').length;
  if (closed === 0) return 'Both are open.';
  return closed === states.length
    ? 'Both are closed.'
    : `Only the ${states[0] === 'closed' ? 'first' : 'second'} is closed.`;
}
