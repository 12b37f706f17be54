'use client';

import Button from '@mui/material/Button';
import { useMemo, useState } from 'react';
import type { Finding } from '@/core/findings/finding';
import { counted } from '@/core/units/counted';
import type { KeptRecording } from '@/store/database';
import type { Span } from '@/workers/desk';
import { useKey } from '../hooks/use-key';
import { useInstrument } from '../hooks/use-session';
import { ListenedFindings } from '../listen/listened-findings';
import { Headline, Station } from '../parts/station';
import { lengthWords } from '../parts/words';
import { Measured } from './measured';
import { ReadingsTable } from './readings-table';
import { RecordingTools } from './recording-tools';
import { RecordingWords } from './recording-words';
import { Stretch } from './stretch';
import { keptSource } from './desk-source';
import type { Shown } from './shown';
import { useDesk, useDrawing, useListened, type Desked } from './use-desk';
import { useLanes } from './use-lanes';
import { useSpan } from './use-span';

/** A recording of any length: drawn, measured, listened to, cut, named, used. */
export function RecordingView({
  shown,
  show,
  leave,
}: {
  shown: Shown;
  show: (next: Shown) => void;
  leave: () => void;
}) {
  const { desked, share, trouble, reshape } = useDesk(shown.source);
  useKey('backspace, h', leave);
  const back = (
    <Button variant="outlined" onClick={leave}>
      {desked || trouble ? 'Back to the board' : 'Stop'}
      {'\u00a0'}
      <kbd>H</kbd>
    </Button>
  );
  if (!desked)
    return (
      <Station title="Listen" reading={null}>
        <Headline
          says={
            trouble ? 'It could not be opened.' : `Reading ${shown.words.name}, ${Math.round(100 * share)} %`
          }
          under={trouble ?? 'Nothing is kept before you say so.'}
          side={back}
        />
      </Station>
    );
  return <OnDesk {...{ desked, shown, show, reshape, back, leave }} />;
}

function OnDesk({
  desked,
  shown,
  show,
  reshape,
  back,
  leave,
}: {
  desked: Desked;
  shown: Shown;
  show: (next: Shown) => void;
  reshape: (shape: Desked['shape']) => void;
  back: React.ReactNode;
  leave: () => void;
}) {
  const instrument = useInstrument();
  const { shape } = desked;
  const look = useSpan(shape.endUs);
  const { view, cursors } = look;
  const [n, setN] = useState(600);
  const drawing = useDrawing(desked, { ...view, n });
  const { listened, trouble, share } = useListened(desked, instrument);
  const lanes = useLanes(desked);
  // Of what lay on the desk then: once that is cut, it is another.
  const [evidence, setEvidence] = useState<{ of: Desked['shape']; span: Span | null } | null>(null);
  const [over, setOver] = useState<KeptRecording | null>(null);
  const overSource = useMemo(() => over && keptSource(over), [over]);
  const beneath = useDesk(overSource).desked;
  const beneathDrawing = useDrawing(beneath, { ...view, n });
  const point = (finding: Finding) => {
    lanes.chooseLane(finding);
    setEvidence({ of: shape, span: finding.evidence ?? null });
    if (finding.evidence) look.showAll(finding.evidence);
  };
  return (
    <Station
      title="Listen"
      reading={
        <>
          <RecordingWords shown={shown} show={show} />
          <ListenedFindings listened={listened} trouble={trouble} share={share} point={point} />
        </>
      }
    >
      <Headline
        says={shown.words.name}
        under={[
          lengthWords(shape.seconds),
          counted(shape.channels.length, 'column'),
          listened?.timing &&
            `${listened.timing.rateHz.toFixed(0)} frames a second, ${listened.timing.lost} lost`,
          shape.leftOut,
        ]
          .filter(Boolean)
          .join(' · ')}
        side={back}
      />
      <Stretch
        view={view}
        setView={look.setView}
        setWidth={setN}
        drawing={drawing}
        beneath={
          beneath && beneathDrawing
            ? shape.channels.map((c) => beneathDrawing.channels[beneath.shape.channels.indexOf(c)] ?? null)
            : null
        }
        places={lanes.places}
        chosen={lanes.chosen}
        choose={lanes.choose}
        laid={{ cursors, marks: shown.words.marks, evidence: evidence?.of === shape ? evidence.span : null }}
        setCursor={look.setCursor}
        height="clamp(120px, 20vh, 320px)"
      />
      <Measured desked={desked} look={look} lane={lanes.chosen} sensor={lanes.sensor} />
      <RecordingTools {...{ desked, shown, show, reshape, look, over, setOver, leave }} />
      {listened && <ReadingsTable listened={listened} />}
    </Station>
  );
}
