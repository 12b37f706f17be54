import type { Block } from '../blocks/block';
import type { Engine } from '../engine';
import { emptyBand } from '../place';

/** Gates that let controls follow their levels: while all of them are closed, what was sent last stays. */
export const hold: Block = {
  name: 'hold',
  of: 'holds',
  file: 'hold',
  start: ({ holds }) => ({ holds: holds.map(() => ({ open: 0 })) }),
  hears: {
    hold: {
      opens: (e, index) => {
        if (e.state.holds[index].open++ === 0) letFollow(e, index);
      },
      closes: (e, index) => void e.state.holds[index].open--,
    },
  },
};

/** Whether what a control sent is kept. @param own place of its hold, from 1; 0 for none */
export const isKept = ({ state }: Engine, own: number): boolean => own > 0 && state.holds[own - 1].open === 0;

/** From the next frame on they are looked at. */
function letFollow(e: Engine, index: number): void {
  const { control, controls } = e.image.holds[index];
  for (let i = control; i < control + controls; i++) emptyBand(e.state.controls[i]);
  e.woken = true;
}
