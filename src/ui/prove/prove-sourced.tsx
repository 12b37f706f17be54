'use client';

import { useMemo, useState } from 'react';
import type { Change } from '@/core/findings/change';
import type { Cure, Finding } from '@/core/findings/finding';
import { withChanges } from '@/core/prove/with-changes';
import { triedWords } from '@/core/prove/tried-words';
import type { ProofPicture } from '@/core/exchange/proof/proof-json';
import type { Instrument } from '@/core/instrument/document';
import { useChangeInstrument } from '../hooks/use-change-sensor';
import { useInstrument } from '../hooks/use-session';
import { useKey } from '../hooks/use-key';
import { notify } from '../parts/notice';
import { Headline, Station } from '../parts/station';
import { ProofReading } from './proof-reading';
import { SourceBar } from './source-bar';
import { Timeline } from './timeline';
import { TryingStrip } from './trying-strip';
import { Underneath } from './underneath';
import { verdictWords } from './proof-words';
import { useMoments } from './use-moments';
import { useProved, type MeantBy } from './use-proved';
import type { useProveSource } from './use-prove-source';
import { usePainted } from './use-painted';

/** What is proved, on one take or recording. */
export function ProveSourced({ sources }: { sources: ReturnType<typeof useProveSource> }) {
  const instrument = useInstrument();
  const changeInstrument = useChangeInstrument();
  const { source } = sources;
  const [told, tell] = useState<MeantBy | null>(null);
  const meant = useMemo(
    (): MeantBy => told ?? (source && source.marks.length > 0 ? { is: 'marks' } : { is: 'trace' }),
    [told, source],
  );
  const [tries, setTries] = useState<Change[] | null>(null);
  const { proved, tried } = useProved(source, instrument, meant, tries);
  const moments = useMoments(source, proved);
  const painted = usePainted(source, proved, tries ? tried : null, moments);
  const make = () => {
    if (!tries) return;
    const says = tries.map((own) => triedWords(instrument, own)).join('; ');
    if (changeInstrument(says, (own) => withChanges(own, tries), true))
      notify(`Made: ${says}. Ctrl+Z takes it back.`);
    setTries(null);
  };
  useKey('enter', make, { enabled: tries !== null, preventDefault: true });
  useKey('backspace', () => setTries(null), { enabled: tries !== null, preventDefault: true });
  const act = (cure: Cure) => cure.tries && setTries(cure.tries);
  const look = ({ evidence }: Finding) => evidence && moments.lookAt(evidence);
  return (
    <Station title="Prove" changes reading={proved && <ProofReading {...{ proved, act, look }} />}>
      <Headline
        says={headWords(proved, sources)}
        under={proved ? underWords(proved, meant, instrument) : underWithout(sources.value)}
      />
      <SourceBar {...{ sources, meant, tell }} proved={proved} />
      {tries && <TryingStrip {...{ instrument, tries, proved, tried, make }} leave={() => setTries(null)} />}
      {painted && <Timeline painted={painted} setView={moments.setView} choose={moments.choose} />}
      <Underneath
        {...{ source, proved, meant, moments }}
        lookAtRecording={sources.choose}
        tried={tries ? tried : null}
      />
    </Station>
  );
}

function headWords(
  proved: ProofPicture | null,
  { value, source }: ReturnType<typeof useProveSource>,
): string {
  if (proved) return proved.sensors.length === 0 ? 'Nothing in it begins a note.' : verdictWords(proved);
  if (value === '') return 'Play something first.';
  return source ? 'Playing it…' : 'Opening it…';
}
const underWithout = (value: string) =>
  value === ''
    ? 'Proved are the takes of a sensor, or a recording of everything: Listen, Space. Or begin a trial below.'
    : undefined;

const MEANT_WORDS: Record<MeantBy['is'], string> = {
  trace: 'what the raw trace does',
  marks: 'what was tapped while it was played',
  taps: 'what you tapped along it',
  file: 'the file',
};

function underWords(
  { seconds, stoodIn, moments, sensors: gates }: ProofPicture,
  meant: MeantBy,
  instrument: Instrument,
): string {
  const { sensors } = instrument;
  const names = sensors.filter(({ id }) => stoodIn.includes(id)).map(({ name }) => name);
  if (gates.length === 0) return silentWords(instrument);
  return [
    `${Math.round(seconds)} s; what was meant is told by ${MEANT_WORDS[meant.is]}.`,
    ...(names.length > 0 ? [`Not in it: ${names.join(', ')}; one note stands in.`] : []),
    ...(moments.length > 0 ? ['← → go from one thing that was counted to the next.'] : []),
  ].join(' ');
}

/** Where nothing that was played begins a note: who does. */
function silentWords({ sensors, voices }: Instrument): string {
  const begin = sensors.filter(({ id }) => voices.some((v) => v.is === 'note' && v.gate.sensor === id));
  return begin.length === 0
    ? 'No sensor begins notes yet: Voice gives one its notes.'
    : `Notes are begun by ${begin.map(({ name }) => name).join(', ')}: choose one at the left, or a recording of everything (Listen, Space).`;
}
