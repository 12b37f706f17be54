'use client';

import DeleteOutlined from '@mui/icons-material/DeleteOutlined';
import Button from '@mui/material/Button';
import IconButton from '@mui/material/IconButton';
import type { Board, MidiInput } from '@/core/instrument/board';
import {
  canEnter,
  withInput,
  withInputSet,
  withLink,
  withLinkSet,
  withoutInput,
  withRoom,
} from '@/core/plan/edit-series';
import { practises } from '@/session/live-state';
import { useChangeInstrument } from '../hooks/use-change-sensor';
import { useInstrument, useLive, useSession } from '../hooks/use-session';
import { Pick } from '../parts/pick';
import { NameField } from './name-field';
import { PassingWords } from './passing-words';
import { SeriesPicture } from './series-picture';
import styles from './series.module.css';

/** MIDI from board to board, and from outside: what enters what, and what of it passes. */
export function Series() {
  const instrument = useInstrument();
  const change = useChangeInstrument();
  const { boards, inputs = [] } = instrument;
  const full = withRoom(instrument) === undefined;
  const some = boards.length > 1 || inputs.length > 0;
  return (
    <section className={styles.series} aria-label="MIDI in and out">
      <h2>MIDI in and out</h2>
      {some && <SeriesPicture />}
      <ul>
        {boards.length > 1 && boards.map((board) => <OutputRow key={board.id} board={board} />)}
        {inputs.map((input) => (
          <InputRow key={input.id} input={input} />
        ))}
      </ul>
      <footer>
        <Button
          variant="outlined"
          disabled={full}
          onClick={() => change('MIDI input added', (own) => withInput(own), true)}
        >
          Add a MIDI input
        </Button>
        <span>
          {some
            ? 'Whole messages pass, each once it is complete: 0.96 ms for a note, and a scan at most. Of what is pulled out, every note ends within 0.4 s.'
            : 'For a keyboard that the instrument serves, or another controller before it on the cable.'}
        </span>
      </footer>
    </section>
  );
}

function OutputRow({ board }: { board: Board }) {
  const session = useSession();
  const instrument = useInstrument();
  const change = useChangeInstrument();
  const pulled = useLive((s) => s.pulled).includes(board.id);
  const practice = useLive(practises);
  const link = instrument.links.find(({ from }) => from === board.id);
  const targets = new Set([...canEnter(instrument, board.id), ...(link ? [link.to] : [])]);
  const named = instrument.boards.filter(({ id }) => targets.has(id)).map(({ id, name }) => [id, name]);
  return (
    <li>
      <span className={styles.sentence}>
        <b>{board.name}</b> plays into
        <Pick
          label={`Output of ${board.name}`}
          value={link?.to ?? ''}
          options={{ ...Object.fromEntries(named), '': 'your music software' }}
          set={(to) => change(`output of ${board.name}`, (own) => withLink(own, board.id, to || null), true)}
        />
        {link && (
          <PassingWords
            of={link}
            name={board.name}
            set={(next) =>
              change(`what passes from ${board.name}`, (own) => withLinkSet(own, board.id, next))
            }
          />
        )}
      </span>
      {link && practice && (
        <Button size="small" variant="outlined" aria-pressed={pulled} onClick={() => session.pull(board.id)}>
          {pulled ? 'Plug it in' : 'Pull it out'}
        </Button>
      )}
    </li>
  );
}

function InputRow({ input }: { input: MidiInput }) {
  const instrument = useInstrument();
  const change = useChangeInstrument();
  const { boards } = instrument;
  const set = (says: string, next: Partial<MidiInput>) =>
    change(`${says} of ${input.name}`, (own) => withInputSet(own, input.id, next));
  return (
    <li>
      <span className={styles.sentence}>
        <NameField value={input.name} set={(name) => set('name', { name })} of="the MIDI input" />
        {boards.length > 1 && (
          <>
            plays into
            <Pick
              label={`${input.name} enters`}
              value={input.board}
              options={Object.fromEntries(boards.map(({ id, name }) => [id, name]))}
              set={(board) => set('board', { board })}
            />
          </>
        )}
        <PassingWords of={input} name={input.name} set={(next) => set('what passes', next)} />
        <Pick
          label={`Own sound of ${input.name}`}
          value={String(input.localOff ?? '')}
          options={{
            '': 'sounds by itself too',
            ...Object.fromEntries(
              Array.from({ length: 16 }, (_, i) => [
                String(i + 1),
                `is told on channel ${i + 1} not to sound by itself`,
              ]),
            ),
          }}
          set={(channel) => set('own sound', { localOff: channel ? Number(channel) : undefined })}
        />
      </span>
      <IconButton
        size="small"
        aria-label={`Remove ${input.name}`}
        onClick={() => change(`${input.name} removed`, (own) => withoutInput(own, input.id), true)}
      >
        <DeleteOutlined fontSize="small" />
      </IconButton>
    </li>
  );
}
