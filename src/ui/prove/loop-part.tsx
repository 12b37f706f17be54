'use client';

import Button from '@mui/material/Button';
import { useState } from 'react';
import { loopOf, type Loop } from '@/core/prove/loop';
import { useSeconds } from '../hooks/use-seconds';
import { useSession } from '../hooks/use-session';
import styles from './prove.module.css';

/** What is played now: how late it comes here by both clocks, and what the browser's sound adds. */
function Now() {
  const { lateness, ear } = useSession();
  useSeconds();
  const now = lateness.read();
  if (!now)
    return (
      <p className={styles.quiet}>Play something: how late it comes to this page is told by both clocks.</p>
    );
  const { outputMs } = ear;
  return (
    <p className={styles.figures}>
      <span>
        From the frame to this page <b>{now.p50.toFixed(1)}</b> ms, 19 of 20 within{' '}
        <b>{now.p95.toFixed(1)}</b>, of the last {now.n} messages; the clocks themselves are good to 1 ms.
      </span>
      {outputMs !== null && (
        <span>
          To the loudspeaker <b>{outputMs.toFixed(1)}</b> ms more, as the browser tells it.
        </span>
      )}
    </p>
  );
}

/** It listens for so long, s. */
const SECONDS = 12;

/** From a stroke to its sound, heard by a microphone beside both. */
export function LoopPart() {
  const [state, setState] = useState<Loop | string | 'listens' | null>(null);
  const measure = async () => {
    setState('listens');
    const heard = await recorded(SECONDS);
    if (typeof heard === 'string') return setState(heard);
    setState(
      loopOf(heard.samples, heard.rateHz) ??
        'Fewer than three strokes were heard with their sound after them. Strike harder, and put the microphone between sensor and loudspeaker.',
    );
  };
  return (
    <>
      <Now />
      <div className={styles.bar}>
        <Button variant="outlined" disabled={state === 'listens'} onClick={() => void measure()}>
          {state === 'listens'
            ? `Listening for ${SECONDS} s: strike ten times`
            : 'From board to sound, by microphone'}
        </Button>
        <span className={styles.quiet} role="status">
          {state === null &&
            'Strike a sensor that clicks, sound on and low, microphone beside both: the gap between click and sound is all of it.'}
          {typeof state === 'string' && state !== 'listens' && state}
        </span>
        {state && typeof state !== 'string' && (
          <span className={styles.figures}>
            <span>
              <b>{state.medianMs.toFixed(1)}</b> ms from stroke to sound, spread {state.spreadMs.toFixed(1)}{' '}
              ms, of {state.n} strokes; the method itself may be {state.errorMs.toFixed(1)} ms off.
            </span>
          </span>
        )}
      </div>
    </>
  );
}

/** What a microphone hears for a time, or one sentence on why there is none. */
async function recorded(seconds: number): Promise<{ samples: Float32Array; rateHz: number } | string> {
  if (!navigator.mediaDevices?.getUserMedia) return 'This browser lets no page listen to a microphone.';
  try {
    const constraints = {
      audio: { echoCancellation: false, noiseSuppression: false, autoGainControl: false },
    };
    const stream = await navigator.mediaDevices.getUserMedia(constraints);
    const recorder = new MediaRecorder(stream);
    const parts: Blob[] = [];
    recorder.addEventListener('dataavailable', ({ data }) => parts.push(data));
    const ended = new Promise((resolve) => recorder.addEventListener('stop', resolve));
    recorder.start();
    await new Promise((resolve) => setTimeout(resolve, 1000 * seconds));
    recorder.stop();
    await ended;
    for (const track of stream.getTracks()) track.stop();
    const context = new AudioContext();
    const sound = await context.decodeAudioData(await new Blob(parts).arrayBuffer());
    await context.close();
    return { samples: sound.getChannelData(0), rateHz: sound.sampleRate };
  } catch (error) {
    return `There is nothing to listen with (${(error as Error).name}): allow the microphone for this page, and try again.`;
  }
}
