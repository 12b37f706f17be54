'use client';

import Dialog from '@mui/material/Dialog';
import DialogContent from '@mui/material/DialogContent';
import DialogTitle from '@mui/material/DialogTitle';
import { useChoice, useSession } from '../hooks/use-session';
import { STATIONS } from './stations';

const KEYS: [string, string][] = [
  ...STATIONS.map((s): [string, string] => [s.key, s.name]),
  ['0', 'run sheet'],
  ['B', 'bench'],
  ['↑ ↓', 'choose the sensor'],
  ['[ ]', 'choose one of its lanes'],
  ['Space', 'in Calibrate: start or stop a guided run'],
  ['Enter', 'accept what is proposed'],
  ['Z X C', 'hold: play the chosen level softly, medium, loud; with Shift the other way'],
  ['V N M', 'hold: the second level'],
  ['Q … P', 'hold: the lanes of a bank'],
  ['A', 'hold: the switch'],
  ['K', 'in Plan: add a sensor; with Shift another like the chosen one'],
  ['+ −', 'in Plan: one lane more or less'],
  ['Shift ↑ ↓', 'in Plan: move the sensor'],
  ['Del', 'in Plan: remove the sensor'],
  ['F', 'in Listen: find every input, a test that needs no mouse'],
  ['L', 'in Listen: listen to a file; in Load: settings to the board on the cable'],
  ['H', 'in Listen: hold the last seconds still, and measure them; back again'],
  ['J', 'in Listen: all lanes at once'],
  ['Space', 'in Listen: record everything, or end that; Enter marks the moment'],
  ['+ − ← →', 'in a recording: nearer, further, along'],
  [', .', 'while a recording is played again: stand or go on, one frame'],
  ['G', 'glance view'],
  ['S', 'sound off, low, medium'],
  ['D', 'light or dark'],
  ['Ctrl+Z', 'undo; with Shift redo'],
  ['Esc', 'Silence: ends every note everywhere'],
];

export function KeyHelp() {
  const { choice } = useSession();
  const open = useChoice((c) => c.keys);
  return (
    <Dialog open={open} onClose={() => choice.setState({ keys: false })}>
      <DialogTitle>Keys</DialogTitle>
      <DialogContent tabIndex={0}>
        <dl style={{ display: 'grid', gridTemplateColumns: 'auto 1fr', gap: '7px 18px', margin: 0 }}>
          {KEYS.map(([key, what]) => (
            <div key={key} style={{ display: 'contents' }}>
              <dt>
                <kbd>{key}</kbd>
              </dt>
              <dd style={{ margin: 0 }}>{what}</dd>
            </div>
          ))}
        </dl>
      </DialogContent>
    </Dialog>
  );
}
