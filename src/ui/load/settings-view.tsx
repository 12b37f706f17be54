'use client';

import Button from '@mui/material/Button';
import { useState } from 'react';
import { compile } from '@/core/compile/compile';
import { identityOf } from '@/core/exchange/document/instrument-digest';
import { holdsSettings, settingsBytes } from '@/core/exchange/firmware/image-size';
import { otherSettings } from '@/core/exchange/settings/other-settings';
import { readDump, writeDump } from '@/core/exchange/settings/settings-dump';
import { dumpInSysex, settingsSysex } from '@/core/exchange/settings/settings-sysex';
import { columnsOf, contactsOf } from '@/core/instrument/access';
import type { Board } from '@/core/instrument/board';
import type { Instrument } from '@/core/instrument/document';
import { useKey } from '../hooks/use-key';
import { useLive, useSession } from '../hooks/use-session';
import { download } from '../parts/download';
import { useFilePicker } from '../parts/use-file-picker';
import { grouped } from '../parts/words';
import { answerWords, differenceWords, fieldWords } from './settings-words';
import styles from './load.module.css';

/** Largest file of settings that is read, bytes. */
const LARGEST_FILE = 1 << 20;

/** Fields that are listed of those that differ. */
const MOST_FIELDS = 60;

/** Settings without a new build: over the cable while the board plays, as a file, and read back. */
export function SettingsView({ instrument, board }: { instrument: Instrument; board: Board }) {
  const session = useSession();
  const open = useLive((s) => s.cable.is === 'open');
  const [says, setSays] = useState<string | null>(null);
  const [fields, setFields] = useState<readonly string[]>([]);
  const [going, setGoing] = useState(false);
  const image = compile(instrument, board);
  const identity = identityOf(instrument, board, image);
  const message = () => settingsSysex(writeDump(image, identity));
  const settable = holdsSettings(
    image,
    board,
    columnsOf(instrument, board).length,
    contactsOf(instrument, board).length,
  );
  const send = async () => {
    setGoing(true);
    setFields([]);
    try {
      setSays(answerWords(await session.settings.send(message())));
    } catch (error) {
      setSays(`The settings could not be sent (${String(error)}). The board plays on as it was.`);
    }
    setGoing(false);
  };
  useKey('l', () => void send(), { enabled: settable && open && !going });
  const read = async (from: File) => {
    if (from.size > LARGEST_FILE) return setSays(`${from.name} is too large to be settings.`);
    const bytes = await from.arrayBuffer().catch((error: unknown) => String(error));
    if (typeof bytes === 'string') return setSays(`${from.name} cannot be read (${bytes}).`);
    const dump = dumpInSysex(new Uint8Array(bytes));
    if (dump.ok) compare(from.name, dump.value);
    else setSays(`${from.name} cannot be compared. ${dump.faults[0].says}`);
  };
  const compare = (name: string, dump: Uint8Array<ArrayBuffer>) => {
    const there = readDump(dump, image, identity.wiring);
    const differ = there.ok ? otherSettings(image, there.value.image) : [];
    setFields(differ.map(fieldWords));
    setSays(
      there.ok
        ? `${name}: ${differenceWords(differ)}`
        : `${name} cannot be compared. ${there.faults[0].says}`,
    );
  };
  const readBack = async () => {
    setGoing(true);
    const dump = await session.settings.read();
    setGoing(false);
    if (dump) return compare('The board', dump);
    setFields([]);
    setSays('The board has given no settings: its sketch is older, or it has them in program memory.');
  };
  const picker = useFilePicker('Settings to compare', '.syx', ([from]) => void read(from));
  if (!settable)
    return (
      <section className={styles.exports}>
        <h2>Settings</h2>
        <p>
          They come with each build: {board.name} has no memory for settings that change while it plays, which
          would take {grouped(settingsBytes(image))} bytes.
        </p>
      </section>
    );
  return (
    <section className={styles.exports}>
      <h2>Settings, without a new build</h2>
      <Button variant="outlined" disabled={!open || going} onClick={() => void send()}>
        {going ? 'Sending…' : 'Settings to the board'}
        {'\u00a0'}
        <kbd>L</kbd>
      </Button>
      <Button variant="outlined" disabled={!open || going} onClick={() => void readBack()}>
        Read the board’s
      </Button>
      <Button variant="outlined" onClick={() => download(`${instrument.id}.syx`, message())}>
        Settings, SysEx file
      </Button>
      {picker.field}
      <Button variant="outlined" onClick={picker.open}>
        Compare a SysEx file
      </Button>
      <p className={styles.settings} aria-live="polite">
        {says ??
          (open
            ? 'Thresholds, spans, curves, notes and channels go over while the board plays; notes that sound end as they began.'
            : 'With the board on the cable they go over while it plays. Or send the file with your music software.')}
      </p>
      {fields.length > 0 && (
        <details className={styles.fields}>
          <summary>Field by field</summary>
          <ul>
            {fields.slice(0, MOST_FIELDS).map((own) => (
              <li key={own}>{own}</li>
            ))}
            {fields.length > MOST_FIELDS && <li>and {fields.length - MOST_FIELDS} more</li>}
          </ul>
        </details>
      )}
    </section>
  );
}
