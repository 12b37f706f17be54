'use client';

import Button from '@mui/material/Button';
import Dialog from '@mui/material/Dialog';
import DialogActions from '@mui/material/DialogActions';
import DialogContent from '@mui/material/DialogContent';
import DialogTitle from '@mui/material/DialogTitle';
import { classValidatorResolver } from '@hookform/resolvers/class-validator';
import { IsIn, Matches } from 'class-validator';
import { useForm } from 'react-hook-form';
import { beginInstrument } from '@/store/bench';
import { BEGINNINGS } from '@/core/plan/beginnings';
import { storageWords } from '@/store/trouble';
import { Field } from '../parts/field';
import { useTypedAhead } from '../parts/typed-ahead';
import styles from './bench.module.css';

/** What a new instrument is asked. */
class Asked {
  @Matches(/\S/, { message: 'Give it a name, so that you find it again.' }) name!: string;
  @IsIn(BEGINNINGS.map((b) => b.id)) from!: string;
}
const resolver = classValidatorResolver(Asked, {}, { mode: 'sync' });

/** Asks for a name and for what it begins with; everything else is planned and measured. */
export function NewInstrument({ close, made }: { close: () => void; made: (id: string) => void }) {
  const form = useForm<Asked>({ resolver, defaultValues: { name: '', from: BEGINNINGS[0].id } });
  const { register, handleSubmit, setError, formState } = form;
  const begin = handleSubmit(({ name, from }) =>
    beginInstrument(
      name.trim(),
      BEGINNINGS.find((b) => b.id === from),
    ).then(made, (error: unknown) => setError('name', { message: storageWords(error) })),
  );
  useTypedAhead((text, entered) => {
    form.setValue('name', text);
    if (entered) void begin();
  });
  const wrong = formState.errors.name?.message;
  return (
    <Dialog open onClose={close} fullWidth maxWidth="sm">
      <form onSubmit={begin} noValidate>
        <DialogTitle>A new instrument</DialogTitle>
        <DialogContent>
          <Field
            {...register('name')}
            autoFocus
            label="Name"
            wide
            helper="A practice board stands in until yours is built."
            refused={wrong}
            maxLength={60}
          />
          <fieldset className={styles.beginnings}>
            <legend>What it begins with</legend>
            {BEGINNINGS.map((b) => (
              <label key={b.id}>
                <input type="radio" value={b.id} {...register('from')} />
                <b>{b.name}</b>
                <span>{b.says}</span>
              </label>
            ))}
          </fieldset>
        </DialogContent>
        <DialogActions>
          <Button onClick={close}>Not now</Button>
          <Button type="submit" variant="contained">
            Begin
          </Button>
        </DialogActions>
      </form>
    </Dialog>
  );
}
