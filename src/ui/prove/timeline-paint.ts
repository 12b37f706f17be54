import type { MomentJson, ProofPicture } from '@/core/exchange/proof/proof-json';
import { CLOSED, contactOver, firstFrom } from '@/core/signal/overview';
import type { Frames } from '@/core/signal/take';
import type { Span } from '@/workers/desk';
import { canvasFont, READING_FACE } from '../parts/chart-fonts';
import type { Colours } from '../parts/colours';

/** A lane as it is drawn: its column, or its contact. */
export interface DrawnLane {
  column: number;
  contact: number;
  colour: string;
  /** Whose it is, in words. */
  name: string;
  /** Thresholds as counts, with their words. */
  lines: { at: number; word: string }[];
}

export interface Painted {
  frames: Frames;
  lane: DrawnLane;
  proved: ProofPicture;
  tried: ProofPicture | null;
  view: Span;
  chosen: MomentJson | null;
}

/** Room at the left for counts and notes, px. */
export const TIMELINE_LEFT = 58;
const MEANT_HEIGHT = 26;
const AXIS_HEIGHT = 20;
const NOTES_SHARE = 0.34;

/** The gestures that were meant, the trace of a lane, and the notes, over one another. */
export function paintTimeline(canvas: HTMLCanvasElement, painted: Painted, c: Colours): void {
  const ratio = devicePixelRatio;
  const { clientWidth: width, clientHeight: height } = canvas;
  canvas.width = width * ratio;
  canvas.height = height * ratio;
  const g = canvas.getContext('2d')!;
  g.setTransform(ratio, 0, 0, ratio, 0, 0);
  g.fillStyle = c.sheet;
  g.fillRect(0, 0, width, height);
  g.font = canvasFont(READING_FACE, 12);
  const notes = Math.round((height - MEANT_HEIGHT - AXIS_HEIGHT) * NOTES_SHARE);
  const bottom = height - AXIS_HEIGHT;
  const { view } = painted;
  const x = (us: number) =>
    TIMELINE_LEFT + ((us - view.fromUs) / (view.toUs - view.fromUs)) * (width - TIMELINE_LEFT);
  const frame = { g, c, x, width, painted };
  if (painted.chosen) {
    g.fillStyle = c.faint;
    const from = x(painted.chosen.fromUs) - 6;
    g.fillRect(from, 0, Math.max(12, x(painted.chosen.toUs) - from + 6), bottom);
  }
  paintTrace(frame, MEANT_HEIGHT, bottom - notes - 8);
  paintName(frame, bottom - notes - 18);
  paintNotes(frame, bottom - notes, bottom - 2);
  paintMeant(frame);
  paintAxis(frame, bottom);
  // What runs out at the left is under the names.
  g.fillStyle = c.soft;
  g.textAlign = 'right';
  g.textBaseline = 'middle';
  g.fillText('meant', TIMELINE_LEFT - 8, MEANT_HEIGHT / 2);
}

interface Frame {
  g: CanvasRenderingContext2D;
  c: Colours;
  x: (us: number) => number;
  width: number;
  painted: Painted;
}

/** Whose trace it is, over whatever lies there. */
function paintName({ g, c, painted }: Frame, y: number): void {
  const { name } = painted.lane;
  g.textAlign = 'left';
  g.textBaseline = 'middle';
  g.fillStyle = c.sheet;
  g.fillRect(TIMELINE_LEFT + 3, y - 8, g.measureText(name).width + 8, 16);
  g.fillStyle = c.soft;
  g.fillText(name, TIMELINE_LEFT + 7, y);
}

/** Which gestures were missed. */
const missedAt = ({ moments }: ProofPicture): Set<number> =>
  new Set(moments.flatMap(({ is, intended }) => (is === 'missed' && intended ? [intended.atUs] : [])));

/** A tick a gesture that was meant: full where a note answers it, hollow and crimson where none does. */
function paintMeant({ g, c, x, width, painted: { proved, tried } }: Frame): void {
  const missed = missedAt(proved);
  const left = tried ? missedAt(tried) : missed;
  for (const { atUs } of proved.gestures) {
    const at = x(atUs);
    if (at < TIMELINE_LEFT || at > width) continue;
    const lost = missed.has(atUs);
    g.beginPath();
    g.moveTo(at - 6, 6);
    g.lineTo(at + 6, 6);
    g.lineTo(at, 18);
    g.closePath();
    g.lineWidth = 1.5;
    g.strokeStyle = lost ? c.fault : c.live;
    // With the cure it would be answered.
    if (lost && tried && !left.has(atUs)) {
      g.strokeStyle = c.live;
      g.setLineDash([3, 2]);
    }
    g.stroke();
    g.setLineDash([]);
    if (!lost) {
      g.fillStyle = c.live;
      g.fill();
    }
  }
}

function paintTrace({ g, c, x, width, painted }: Frame, top: number, bottom: number): void {
  const { frames, lane, view } = painted;
  if (lane.column < 0) return paintContact({ g, c, x, width, painted }, top, bottom);
  const { tUs, counts, channels } = frames;
  const pixels = Math.max(1, Math.floor(width - TIMELINE_LEFT));
  const low = new Float64Array(pixels).fill(Infinity);
  const high = new Float64Array(pixels).fill(-Infinity);
  const end = firstFrom(tUs, view.toUs);
  let [least, greatest] = [Infinity, -Infinity];
  for (let i = firstFrom(tUs, view.fromUs); i < end; i++) {
    const count = counts[i * channels.length + lane.column];
    const p = Math.min(pixels - 1, Math.max(0, Math.floor(x(tUs[i]) - TIMELINE_LEFT)));
    if (count < low[p]) low[p] = count;
    if (count > high[p]) high[p] = count;
    if (count < least) least = count;
    if (count > greatest) greatest = count;
  }
  if (least > greatest) return;
  for (const { at } of lane.lines) [least, greatest] = [Math.min(least, at), Math.max(greatest, at)];
  const room = Math.max(4, (greatest - least) * 0.06);
  const y = (count: number) =>
    bottom - ((count - least + room) / (greatest - least + 2 * room)) * (bottom - top);
  g.fillStyle = c.soft;
  g.textAlign = 'right';
  g.textBaseline = 'middle';
  for (const count of [least, greatest]) g.fillText(String(Math.round(count)), TIMELINE_LEFT - 8, y(count));
  g.strokeStyle = lane.colour;
  g.lineWidth = 1.3;
  g.lineJoin = 'round';
  g.beginPath();
  for (let p = 0; p < pixels; p++) {
    if (low[p] > high[p]) continue;
    g.lineTo(TIMELINE_LEFT + p, y(low[p]));
    g.lineTo(TIMELINE_LEFT + p, y(high[p]));
  }
  g.stroke();
  // Words of lines that lie close stand beside each other.
  lane.lines.forEach(({ at, word }, i) => paintLine(g, c, y(at), word, width - 36 * i));
}

function paintLine(g: CanvasRenderingContext2D, c: Colours, y: number, word: string, width: number): void {
  g.strokeStyle = c.live;
  g.lineWidth = 1;
  g.beginPath();
  g.moveTo(TIMELINE_LEFT, y);
  g.lineTo(g.canvas.clientWidth, y);
  g.stroke();
  g.textAlign = 'right';
  const room = g.measureText(word).width + 6;
  g.fillStyle = c.sheet;
  g.fillRect(width - room - 4, y - 8, room, 16);
  g.fillStyle = c.live;
  g.fillText(word, width - 6, y);
}

function paintContact({ g, c, width, painted }: Frame, top: number, bottom: number): void {
  const { frames, lane, view } = painted;
  if (!frames.edges || lane.contact < 0) return;
  const pixels = Math.max(1, Math.floor(width - TIMELINE_LEFT));
  const drawn = contactOver(frames.edges, lane.contact, view.fromUs, view.toUs, pixels);
  const y = (state: number) => (state === CLOSED ? top + 12 : bottom - 8);
  g.strokeStyle = lane.colour;
  g.lineWidth = 1.5;
  g.beginPath();
  drawn.forEach((state, p) => {
    if (state === 2) {
      g.lineTo(TIMELINE_LEFT + p, y(CLOSED));
      g.lineTo(TIMELINE_LEFT + p, y(0));
    } else g.lineTo(TIMELINE_LEFT + p, y(state));
  });
  g.stroke();
  g.fillStyle = c.soft;
  g.textAlign = 'right';
  g.textBaseline = 'middle';
  g.fillText('closed', TIMELINE_LEFT - 8, y(CLOSED));
  g.fillText('open', TIMELINE_LEFT - 8, y(0));
}

/** Moments of notes by when the note begins. */
const wrongNotes = ({ moments }: ProofPicture): Map<number, MomentJson> =>
  new Map(moments.flatMap((moment) => (moment.note ? [[moment.note.onUs, moment]] : [])));

/** Notes as bars at their pitch; what was counted as an error crimson, what was only passed amber, what a cure would play dashed. */
function paintNotes(
  { g, c, x, width, painted: { proved, tried } }: Frame,
  top: number,
  bottom: number,
): void {
  const all = [...proved.played, ...(tried?.played ?? [])].map(({ note }) => note);
  const [low, high] = all.length === 0 ? [60, 72] : [Math.min(...all) - 1, Math.max(...all) + 1];
  const tall = Math.min(9, Math.max(3, (bottom - top) / (high - low + 1)));
  const y = (note: number) => bottom - ((note - low + 0.5) / (high - low + 1)) * (bottom - top) - tall / 2;
  g.strokeStyle = c.line;
  g.lineWidth = 1;
  g.strokeRect(TIMELINE_LEFT + 0.5, top - 3.5, width - TIMELINE_LEFT - 1, bottom - top + 5);
  const errors = wrongNotes(proved);
  for (const { onUs, offUs, note } of proved.played) {
    const [from, to] = [Math.max(TIMELINE_LEFT, x(onUs)), Math.min(width, x(offUs))];
    if (to < TIMELINE_LEFT || from > width) continue;
    const error = errors.get(onUs);
    g.fillStyle = !error ? c.ink : error.is === 'passing' ? c.doubt : c.fault;
    g.fillRect(from, y(note), Math.max(2, to - from), tall);
  }
  g.setLineDash([3, 2]);
  g.strokeStyle = c.live;
  for (const { onUs, offUs, note } of tried?.played ?? []) {
    const [from, to] = [Math.max(TIMELINE_LEFT, x(onUs)), Math.min(width, x(offUs))];
    if (to < TIMELINE_LEFT || from > width) continue;
    g.strokeRect(from, y(note) - 2, Math.max(2, to - from), tall + 4);
  }
  g.setLineDash([]);
  g.fillStyle = c.soft;
  g.textAlign = 'right';
  g.textBaseline = 'middle';
  g.fillText('notes', TIMELINE_LEFT - 8, (top + bottom) / 2);
}

/** Round times at the foot. */
function paintAxis({ g, c, x, width, painted: { view } }: Frame, top: number): void {
  const raw = (view.toUs - view.fromUs) / 7;
  const power = 10 ** Math.floor(Math.log10(raw));
  const step = [1, 2, 5, 10].map((m) => m * power).find((s) => s >= raw)!;
  const digits = Math.max(0, Math.ceil(-Math.log10(step / 1e6)));
  g.fillStyle = c.soft;
  g.textBaseline = 'middle';
  g.textAlign = 'center';
  for (let t = Math.ceil(view.fromUs / step) * step; t <= view.toUs; t += step) {
    const at = x(t);
    g.fillRect(at, top, 1, 4);
    const says = `${(t / 1e6).toFixed(digits)} s`;
    const half = g.measureText(says).width / 2;
    g.fillText(says, Math.min(width - half - 2, Math.max(TIMELINE_LEFT + half, at)), top + 12);
  }
}
