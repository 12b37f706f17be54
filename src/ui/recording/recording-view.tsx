'use client';

import Button from '@mui/material/Button';
import { useCallback, useMemo, useState } from 'react';
import { useKey, useSymbolKey } from '../hooks/use-key';
import type { Finding } from '@/core/findings/finding';
import { counted } from '@/core/units/counted';
import { kindOf } from '@/core/kinds/registry';
import type { KeptRecording } from '@/store/database';
import type { Span } from '@/workers/desk';
import { useInstrument, useSensor } from '../hooks/use-session';
import { HeardFindings } from '../listen/heard-findings';
import { useColours } from '../parts/colours';
import { Headline, Station } from '../parts/station';
import { laneName, lengthWords } from '../parts/words';
import { Measured } from './measured';
import { ReadingsTable } from './readings-table';
import { RecordingTools } from './recording-tools';
import { RecordingWords, type Words } from './recording-words';
import { Stretch } from './stretch';
import { useDesk, useDrawing, useListened, type Desked, type DeskSource } from './use-desk';

/** A recording to be looked at: where it is from, and what is said of it. */
export interface Shown {
  source: DeskSource;
  words: Words;
  /** Its id on this bench; null while it is not kept. */
  kept: string | null;
}

export const shownOf = (recording: KeptRecording): Shown => {
  const { name, notes, tags, marks } = recording;
  return { source: { is: 'kept', recording }, words: { name, notes, tags, marks }, kept: recording.id };
};

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
  const look = useLook(shape.endUs);
  const { view, cursors } = look;
  const [n, setN] = useState(600);
  const drawing = useDrawing(desked, { ...view, n });
  const { heard, trouble, share } = useListened(desked, instrument);
  const lanes = useLanes(desked);
  const [evidence, setEvidence] = useState<Span | null>(null);
  const [over, setOver] = useState<KeptRecording | null>(null);
  const overSource = useMemo((): DeskSource | null => over && { is: 'kept', recording: over }, [over]);
  const beneath = useDesk(overSource).desked;
  const beneathDrawing = useDrawing(beneath, { ...view, n });
  const point = (finding: Finding) => {
    lanes.chooseLane(finding);
    setEvidence(finding.evidence ?? null);
    if (finding.evidence) look.showAll(finding.evidence);
  };
  return (
    <Station
      title="Listen"
      reading={
        <>
          <RecordingWords shown={shown} show={show} />
          <HeardFindings heard={heard} trouble={trouble} share={share} point={point} />
        </>
      }
    >
      <Headline
        says={shown.words.name}
        under={[
          lengthWords(shape.seconds),
          counted(shape.channels.length, 'column'),
          heard?.timing && `${heard.timing.rateHz.toFixed(0)} frames a second, ${heard.timing.lost} lost`,
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
        laid={{ cursors, marks: shown.words.marks, evidence }}
        setCursor={look.setCursor}
        height="clamp(120px, 20vh, 320px)"
      />
      <Measured desked={desked} look={look} lane={lanes.chosen} sensor={lanes.sensor} />
      <RecordingTools {...{ desked, shown, show, reshape, look, over, setOver, leave }} />
      {heard && <ReadingsTable listened={heard} />}
    </Station>
  );
}

export type Look = ReturnType<typeof useLook>;

/** Least stretch that is shown, µs. */
const LEAST_US = 2000;

/** What is shown of a recording, and the two cursors. */
function useLook(endUs: number) {
  const whole = Math.max(LEAST_US, endUs);
  const [view, setShown] = useState<Span>({ fromUs: 0, toUs: whole });
  const [cursors, setCursors] = useState<[number, number]>([whole / 3, (2 * whole) / 3]);
  const setView = useCallback(
    (fromUs: number, toUs: number) => {
      const span = Math.min(whole, Math.max(LEAST_US, toUs - fromUs));
      const from = Math.max(0, Math.min(whole - span, fromUs));
      setShown({ fromUs: from, toUs: from + span });
    },
    [whole],
  );
  const setCursor = useCallback(
    (which: 0 | 1, us: number) => setCursors((c) => (which === 0 ? [us, c[1]] : [c[0], us])),
    [],
  );
  const zoom = (factor: number) => {
    const middle = (view.fromUs + view.toUs) / 2;
    const half = ((view.toUs - view.fromUs) / 2) * factor;
    setView(middle - half, middle + half);
  };
  const along = (share: number) => {
    const by = (view.toUs - view.fromUs) * share;
    setView(view.fromUs + by, view.toUs + by);
  };
  useSymbolKey(['+', '='], () => zoom(0.5));
  useSymbolKey(['-'], () => zoom(2));
  useKey('left', () => along(-0.25), { preventDefault: true });
  useKey('right', () => along(0.25), { preventDefault: true });
  return {
    ...{ view, cursors, setView, setCursor, zoom, whole },
    /** Shows a stretch with some room around it, and sets the cursors to its ends. */
    showAll: ({ fromUs, toUs }: Span) => {
      const room = Math.max(20_000, (toUs - fromUs) / 2);
      setView(fromUs - room, toUs + room);
      setCursors([fromUs, toUs]);
    },
    /** All of a recording that is as long as this from now on. */
    reset: (us: number) => {
      setShown({ fromUs: 0, toUs: Math.max(LEAST_US, us) });
      setCursors([us / 3, (2 * us) / 3]);
    },
  };
}

/** The lanes of a recording in its own order, each with its sensor where the instrument knows it, and the one that is looked at. */
function useLanes({ shape }: Desked) {
  const { sensors } = useInstrument();
  const { sensor: live, lane } = useSensor();
  const colours = useColours();
  const lanes = useMemo(() => {
    const known = sensors.flatMap((sensor) => sensor.lanes.map((l) => ({ sensor, lane: l })));
    return [...shape.channels, ...shape.contacts].map((column) => {
      const found = known.find(({ lane: l }) => l.column === column || l.contacts?.includes(column));
      const one = (found?.lane.contacts?.length ?? 1) === 1;
      return { column, sensor: found?.sensor ?? null, lane: found?.lane.id ?? column, one };
    });
  }, [shape, sensors]);
  const places = useMemo(
    () =>
      lanes.map(({ column, sensor, lane: id, one }) => ({
        name: sensor && one ? laneName(sensor, id) : column,
        colour: sensor ? colours[kindOf(sensor).family] : colours.ink,
      })),
    [lanes, colours],
  );
  const placeOf = (sensor: string, id?: string) =>
    lanes.findIndex((l) => (l.sensor ? l.sensor.id === sensor && l.lane === id : l.column === sensor));
  const [picked, setPicked] = useState<number | null>(null);
  const chosen = picked ?? Math.max(0, placeOf(live.id, live.lanes[lane].id));
  return {
    ...{ places, chosen, choose: setPicked },
    sensor: lanes[chosen]?.sensor ?? null,
    chooseLane: ({ sensor, lane: id }: Finding) => {
      const at = placeOf(sensor, id);
      if (at >= 0) setPicked(at);
    },
  };
}
