'use client';

import Button from '@mui/material/Button';
import Link from 'next/link';
import { useMemo } from 'react';
import { useKey } from '../hooks/use-key';
import { compile } from '@/core/compile/compile';
import { soundingOf } from '@/core/compile/sounding';
import { writeConfig, writeHeader, writeSource } from '@/core/exchange/firmware/header';
import { identityOf } from '@/core/exchange/document/instrument-digest';
import { boardNeeds, holdsSettings, settingsBytes, shortfalls } from '@/core/exchange/firmware/image-size';
import { boardOf, columnsOf, contactsOf } from '@/core/instrument/access';
import { writeInstrument } from '@/core/exchange/document/instrument-json';
import { joinTakes } from '@/core/exchange/takes/join-takes';
import { writeTakeCsv } from '@/core/exchange/takes/take-csv';
import { writeSmf } from '@/core/midi/smf';
import { counted } from '@/core/units/counted';
import { measuredBy } from '@/store/standing';
import { loadTakes } from '@/store/takes';
import { analysisLink } from '@/workers/analysis-link';
import { useInstrument, useSensor, useSession, useKeptTakesOf, useTakesOf } from '../hooks/use-session';
import { download } from '../parts/download';
import { Headline, Reading, Station } from '../parts/station';
import { BoardView } from './board-view';
import { HeaderView } from './header-view';
import { ProofView } from './proof-view';
import { RecordButton } from './record-button';
import { SettingsView } from './settings-view';
import { SoundingView } from './sounding-view';
import { grouped } from '../parts/words';
import styles from './load.module.css';
import { notify } from '../parts/notice';

/** Station 7: what goes to the board, and the proof that it plays the same. */
export function Load() {
  const instrument = useInstrument();
  const { sensor } = useSensor();
  const { id } = useSession();
  const ready = soundingOf(instrument).some((s) => s.sounds !== 'none');
  if (!ready)
    return (
      <Station title="Load" reading={null}>
        <Headline
          says="There is nothing to load yet."
          under={
            <>
              Here are the board’s files, proved to play what you hear, and settings over the cable. A board
              needs a calibrated sensor and a voice: <Link href={`/i/${id}/calibrate`}>calibrate</Link>{' '}
              <kbd>3</kbd>
            </>
          }
        />
        <SoundingView />
      </Station>
    );
  return <LoadReady key={sensor.id} />;
}

function LoadReady() {
  const instrument = useInstrument();
  const { sensor } = useSensor();
  const board = useMemo(() => {
    const own = boardOf(instrument, sensor);
    const image = compile(instrument, own);
    const columns = columnsOf(instrument, own);
    const contacts = contactsOf(instrument, own).length;
    const settable = holdsSettings(image, own, columns.length, contacts);
    const identity = identityOf(instrument, own, image);
    return {
      text: [
        writeHeader(instrument, own, image, columns, settable),
        writeConfig(image, settable ? identity : null),
        writeSource(image, settable),
      ].join('\n'),
      digest: identity.digest,
      needs: boardNeeds(image, columns.length, contacts),
      settings: settable ? settingsBytes(image) : 0,
      short: shortfalls(image, own, columns.length, contacts),
      own,
    };
  }, [instrument, sensor]);
  const toBoard = async () => {
    const response = await fetch('/api/firmware', {
      method: 'POST',
      headers: { 'content-type': 'application/json' },
      body: JSON.stringify({ instrument }),
    });
    if (response.ok) download(`${instrument.id}.zip`, await response.blob());
    else notify(`The files were not made: ${(await response.json()).detail}`);
  };
  useKey('enter', () => void toBoard(), { preventDefault: true });
  return (
    <Station
      title="Load"
      reading={
        <>
          <Reading label="Version and digest" value={board.digest}>
            Document version {instrument.version}. It stands in the header; it changes whenever anything that
            the board plays does.
          </Reading>
          <Reading label="Program memory" value={grouped(board.needs.flashBytes)} unit="bytes, about">
            {of(board.own.flashBytes)} Its levels, gates, voices and tables, the runtime and the sketch.
          </Reading>
          <Reading
            label="Memory"
            value={grouped(board.needs.memoryBytes + board.settings)}
            unit="bytes, about"
          >
            {of(board.own.memoryBytes)} What changes while it plays, what a scan can send, and the sketch’s
            own
            {board.settings > 0 ? `; ${grouped(board.settings)} of it for settings that can be changed` : ''}.
          </Reading>
        </>
      }
    >
      <Headline
        says="What you hear is what the board plays."
        under="One folder to open, the same as a library to import, a README and the wiring as a picture. Flash it with your own tool."
        side={
          <Button variant="contained" disabled={board.short.length > 0} onClick={() => void toBoard()}>
            Board files&nbsp;<kbd>Enter</kbd>
          </Button>
        }
      />
      {board.short.map(({ field, says }) => (
        <p key={field} className={styles.short} role="alert">
          {says} Take lanes or voices away, or a larger board.
        </p>
      ))}
      <BoardView digest={board.digest} />
      <SoundingView />
      <ProofView sensor={sensor.id} />
      <SettingsView key={board.digest} instrument={instrument} board={board.own} />
      <Exports />
      <HeaderView text={board.text} />
    </Station>
  );
}

/** What the board has. */
const of = (bytes: number | undefined) =>
  bytes === undefined ? 'Your board’s is not told.' : `Of ${grouped(bytes)}.`;

function Exports() {
  const instrument = useInstrument();
  const { sensor } = useSensor();
  const takes = useTakesOf(sensor.id);
  const kept = useKeptTakesOf(sensor.id);
  const joined = async () => joinTakes(await loadTakes(takes.map((t) => t.id)));
  const csv = async () => {
    for (const take of await loadTakes(measuredBy(kept).map((t) => t.id)))
      download(
        `${[instrument.id, sensor.id, take.role, ...(take.lane === undefined ? [] : [take.lane])].join('-')}.csv`,
        writeTakeCsv(take, {
          take: take.id,
          role: take.role,
          ...(take.lane === undefined ? {} : { lane: take.lane }),
          sensor: sensor.id,
          bits: String(boardOf(instrument, sensor).bits),
          ...(take.marks ? { marks: take.marks.map(Math.round).join(' ') } : {}),
        }),
        'text/csv',
      );
  };
  const midi = async () => {
    const frames = await joined();
    const { events } = await analysisLink.get().render(instrument, frames);
    download(`${instrument.id}.mid`, writeSmf(events, frames.tUs[0], instrument.name), 'audio/midi');
  };
  return (
    <section className={styles.exports}>
      <h2>Files, readable by others</h2>
      <RecordButton />
      <Button
        variant="outlined"
        onClick={() => download(`${instrument.id}.json`, writeInstrument(instrument), 'application/json')}
      >
        Instrument, JSON
      </Button>
      <Button variant="outlined" disabled={takes.length === 0} onClick={() => void csv()}>
        {counted(takes.length, 'take')}, CSV
      </Button>
      <Button variant="outlined" disabled={takes.length === 0} onClick={() => void midi()}>
        Takes as played, MIDI file
      </Button>
    </section>
  );
}
