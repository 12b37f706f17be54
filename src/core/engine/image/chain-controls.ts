import type { Image } from '../layout';

/** Tells each lane of notes which controls belong to it, one after another, and each glide which bends it. Once they stand where they stay. */
export function chainControls({ controls, note_lanes, glides }: Image): void {
  for (let i = controls.length - 1; i >= 0; i--) {
    const control = controls[i];
    if (control.lane === 0) continue;
    control.next = note_lanes[control.lane - 1].control;
    note_lanes[control.lane - 1].control = i + 1;
    if (control.glide > 0) glides[control.glide - 1].control = i + 1;
  }
}
