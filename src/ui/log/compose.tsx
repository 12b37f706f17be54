'use client';

import Button from '@mui/material/Button';
import { useRef, useState } from 'react';
import { MOST_COST, MOST_LETTERS, MOST_PICTURES, withEntry } from '@/core/instrument/log-entry';
import { keepPicture } from '@/store/pictures';
import { storageWords } from '@/store/trouble';
import { useInstrument, useSession, useWorkspace } from '../hooks/use-session';
import { notify } from '../parts/notice';
import { useFilePicker } from '../parts/use-file-picker';
import { Picture } from './picture';
import { smallerPicture } from './smaller-picture';
import styles from './log.module.css';

/** Where the maker writes what was done, seen or bought, with pictures. */
export function Compose() {
  const { workspace, id } = useSession();
  const { currency = '' } = useInstrument();
  const readOnly = useWorkspace((s) => s.readOnly);
  const [says, setSays] = useState('');
  const [cost, setCost] = useState('');
  const [pictures, setPictures] = useState<string[]>([]);
  const field = useRef<HTMLTextAreaElement>(null);
  const paid = Number(cost.replace(',', '.'));
  const costRefused = cost.trim() !== '' && !(paid >= 0 && paid <= MOST_COST);
  const add = () => {
    const text = says.trim() || (pictures.length > 0 ? 'A picture' : '');
    if (text === '' || costRefused) return;
    const now = workspace.store.getState().history!.present;
    const entry = {
      ...{ at: new Date().toISOString(), says: text, by: 'maker' as const },
      ...(pictures.length > 0 ? { pictures } : {}),
      ...(cost.trim() === '' ? {} : { cost: paid }),
    };
    if (!workspace.change('written into the log', { ...now, log: withEntry(now.log, entry) })) return;
    setSays('');
    setCost('');
    setPictures([]);
    field.current?.focus();
  };
  const bring = async (files: readonly File[]) => {
    for (const file of files.slice(0, MOST_PICTURES - pictures.length)) {
      const made = await smallerPicture(file, id);
      if (!made.ok) {
        notify(made.faults[0].says);
        continue;
      }
      const refused = await keepPicture(made.value).then(() => null, storageWords);
      if (refused) return notify(`${file.name} was not kept. ${refused}`);
      setPictures((before) => [...before, made.value.id]);
    }
  };
  const picker = useFilePicker('Pictures of the build', 'image/*', (files) => void bring(files), true);
  return (
    <form
      className={styles.compose}
      onSubmit={(e) => {
        e.preventDefault();
        add();
      }}
      onDragOver={(e) => e.preventDefault()}
      onDrop={(e) => {
        e.preventDefault();
        void bring([...e.dataTransfer.files]);
      }}
    >
      <label>
        What did you do, see or buy?
        <textarea
          ref={field}
          rows={2}
          maxLength={MOST_LETTERS}
          disabled={readOnly}
          value={says}
          placeholder="The hinge was glued anew; the left leaf is softer now."
          onChange={(e) => setSays(e.target.value)}
          onPaste={(e) => {
            if (e.clipboardData.files.length > 0) void bring([...e.clipboardData.files]);
          }}
          onKeyDown={(e) => {
            if (e.key !== 'Enter' || e.shiftKey || e.nativeEvent.isComposing) return;
            e.preventDefault();
            add();
          }}
        />
      </label>
      {pictures.length > 0 && (
        <div className={styles.pictures}>
          {pictures.map((own) => (
            <Picture key={own} id={own} />
          ))}
        </div>
      )}
      <div className={styles.composeEnd}>
        <label>
          Paid{' '}
          <input
            value={cost}
            inputMode="decimal"
            size={7}
            disabled={readOnly}
            aria-invalid={costRefused}
            onChange={(e) => setCost(e.target.value)}
          />{' '}
          {currency}
        </label>
        {costRefused && <span role="alert">A number, 0 or more.</span>}
        {picker.field}
        <Button
          variant="outlined"
          disabled={readOnly || pictures.length >= MOST_PICTURES}
          onClick={picker.open}
        >
          Pictures …
        </Button>
        <Button type="submit" variant="contained" disabled={readOnly}>
          Write it down&nbsp;<kbd>Enter</kbd>
        </Button>
      </div>
    </form>
  );
}
