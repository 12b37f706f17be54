import type { Block } from '../blocks/block';
import { longAgo, ticksSince } from '../clock';
import {
  DRIFT_TICKS,
  GLIDE_ANEW,
  GLIDE_BENDS,
  GLIDE_READS,
  GLIDE_SCHOOL,
  GLIDE_SLURRED,
  GLIDE_STAGE,
  GLIDE_TABLE_BITS,
  NO_BEND,
  NO_NOTE,
  NO_TABLE,
  STEPS_ZERO,
} from '../codes';
import type { Engine } from '../engine';
import type { Image } from '../layout';
import { emptyBand, fullBand, inBand, setBand } from '../place';
import { plays } from '../scene';
import { firstDue, firstOutside, type Unit } from '../stretch';
import type { Of } from '../struct';
import type { GLIDE } from '../voice-records';
import { wireTakesNote } from '../wire';
import { endNote, replaceNote } from './allocator';
import { bendOf, SEMITONE } from './bend';
import { degreeBeside, degreeNote, degreePitch, nearestDegree, roomAround } from './degrees';
import { OFFSET_ZERO, placePitch } from './glide-pitch';

type Glide = Of<typeof GLIDE>;

/**
 * Places without frets: one note at a time, while any lane of a gate is open. What it bends to, its glide follows (glide.ts).
 */
export const glide: Block = {
  name: 'glide',
  of: 'glides',
  file: 'glide',
  start: ({ glides }) => ({
    glides: glides.map(() => ({
      ...{ low: 1, high: 0, offset: OFFSET_ZERO, since: 0, strength: 0 },
      ...{ degree: 0, wanted: 0, stage: GLIDE_STAGE.idle, open: 0 },
    })),
  }),
  hears: {
    glide: {
      opens: (e, index, _, strength) => {
        const state = e.state.glides[index];
        if (state.open++ > 0) return;
        state.strength = strength;
        if (livesNow(e, e.image.glides[index])) openGlide(e, index);
      },
      closes: (e, index) => {
        const state = e.state.glides[index];
        // A silence has shut it already.
        if (state.open === 0 || --state.open > 0) return;
        closeGlide(e, index);
      },
    },
  },
  frame: (e) => {
    for (let i = 0; i < e.image.glides.length; i++) playGlide(e, i);
  },
  silence: ({ state }) => {
    for (const own of state.glides) {
      own.open = 0;
      own.stage = GLIDE_STAGE.idle;
    }
  },
  expire: ({ state, t }) => {
    for (const own of state.glides) own.since = longAgo(t);
  },
  sweep: (e) =>
    e.image.glides.forEach(({ settle_ticks }, i) => {
      const own = e.state.glides[i];
      if (ticksSince(own.since, e.t) >= Math.max(settle_ticks, DRIFT_TICKS)) own.since = longAgo(e.t);
    }),
  units: (e) => e.image.glides.map((_, i) => glideUnit(e, i)),
  changed: ({ state }) => {
    for (const own of state.glides) emptyBand(own);
  },
  isSound: (settings) =>
    settings.degrees.every(({ bend, note }) => bend <= 16383 && note <= 127) &&
    settings.glides.every((own) => glideIsSound(settings, own)),
};

const glideIsSound = ({ tables }: Image, { table, low, span, reads }: Glide): boolean =>
  reads <= GLIDE_READS.pitch &&
  (table === NO_TABLE || table + (1 << GLIDE_TABLE_BITS) < tables.length) &&
  low + span <= 65535;

/** Its note begins now, or once the place has had time to settle. */
function openGlide(e: Engine, index: number): void {
  const state = e.state.glides[index];
  state.stage = GLIDE_STAGE.settling;
  state.since = e.t;
  emptyBand(state);
  e.woken = true;
  if (e.image.glides[index].settle_ticks === 0) beginGlide(e, index, pitchNow(e, e.image.glides[index]));
}

/** A touch that ends before its place has settled is played all the same. */
function closeGlide(e: Engine, index: number): void {
  const glide = e.image.glides[index];
  const state = e.state.glides[index];
  if (state.stage === GLIDE_STAGE.settling && livesNow(e, glide)) beginGlide(e, index, pitchNow(e, glide));
  state.stage = GLIDE_STAGE.idle;
  endNote(e, e.image.notes[glide.note].lane);
}

const livesNow = (e: Engine, { note }: Glide): boolean => plays(e, e.image.notes[note]);

/** The note that it plays. */
const noteOf = (e: Engine, { note }: Glide): number => e.state.note_lanes[e.image.notes[note].lane].note;

const rawNow = (e: Engine, { column }: Glide): number => e.counts[e.at + column];
const pitchNow = (e: Engine, glide: Glide): number => placePitch(e, glide, rawNow(e, glide));

/** A note where the place is now. A slide begins on its degree, a pull-in as far off it as the place is. */
function beginGlide(e: Engine, index: number, pitch: number): void {
  const glide = e.image.glides[index];
  const state = e.state.glides[index];
  const degree = nearestDegree(e, glide, pitch);
  const from = glide.school === GLIDE_SCHOOL.slide ? pitch : degreePitch(e, glide, degree);
  const to = degreePitch(e, glide, degreeBeside(glide, degree, glide.steps - STEPS_ZERO));
  state.offset = to - from + OFFSET_ZERO;
  state.degree = degree;
  const sounding = glide.school === GLIDE_SCHOOL.fretted ? to : pitch + to - from;
  soundGlide(e, index, degreeBeside(glide, degree, glide.steps - STEPS_ZERO), sounding);
}

/** Plays a degree, bent to a pitch. */
function soundGlide(e: Engine, index: number, degree: number, pitch: number): void {
  const glide = e.image.glides[index];
  const state = e.state.glides[index];
  const own = degreeNote(e, glide, degree);
  const sounds = Math.min(127, Math.max(0, own.note + glide.adds - STEPS_ZERO));
  const { lane } = e.image.notes[glide.note];
  const slurred = (glide.how & GLIDE_SLURRED) !== 0;
  replaceNote(
    e,
    glide.note,
    lane,
    lane,
    { note: sounds, bend: bendTo(glide, own, pitch) },
    state.strength,
    slurred,
  );
  state.stage = GLIDE_STAGE.sounds;
  state.since = e.t;
  emptyBand(state);
  e.woken = true;
}

/** The bend that a degree's note says before it begins, so that it sounds at a pitch. */
function bendTo(glide: Glide, own: { note: number; bend: number }, pitch: number): number {
  if ((glide.how & GLIDE_BENDS) === 0) return NO_BEND;
  if (glide.school === GLIDE_SCHOOL.fretted) return own.bend;
  return bendOf(glide.bend, glide.range, pitch - SEMITONE * own.note);
}

/** Plays a frame on a glide. What it would begin waits while the wire is full; in a scene in which it does not live, what sounds goes on as it is. */
export function playGlide(e: Engine, index: number): void {
  const glide = e.image.glides[index];
  const state = e.state.glides[index];
  if (state.stage === GLIDE_STAGE.idle) return;
  const raw = rawNow(e, glide);
  const waits = state.stage === GLIDE_STAGE.sounds && inBand(state, raw);
  if (waits && glide.drift === 0) return;
  if (state.stage === GLIDE_STAGE.settling) {
    if (!livesNow(e, glide)) return void (state.stage = GLIDE_STAGE.idle);
    if (ticksSince(state.since, e.t) < glide.settle_ticks || !wireTakesNote(e)) return;
    return beginGlide(e, index, placePitch(e, glide, raw));
  }
  // A pool may have given its channel to another note.
  if (noteOf(e, glide) === NO_NOTE) return void (state.stage = GLIDE_STAGE.idle);
  if (!livesNow(e, glide)) return;
  // Nothing could begin now; what settles is timed all the same.
  if (glide.settle_ticks === 0 && glide.drift === 0 && !wireTakesNote(e)) return;
  if (glide.school === GLIDE_SCHOOL.fretted) return playFretted(e, index, raw);
  if (glide.drift > 0 && ticksSince(state.since, e.t) >= DRIFT_TICKS) driftGlide(e, index);
  if ((glide.how & GLIDE_ANEW) === 0) fullBand(state);
  else if (!waits) reachOn(e, index, raw);
}

/** Another degree begins where the place has left the one that plays, and has stayed on the other for the settle time. */
function playFretted(e: Engine, index: number, raw: number): void {
  const glide = e.image.glides[index];
  const state = e.state.glides[index];
  const pitch = placePitch(e, glide, raw);
  const room = roomAround(e, glide, state.degree, pitch);
  if (room.below >= 0 && room.above >= 0) {
    state.stage = GLIDE_STAGE.sounds;
    return setBand(state, raw, countsIn(glide, room.below), countsIn(glide, room.above));
  }
  const degree = nearestDegree(e, glide, pitch);
  if (state.stage !== GLIDE_STAGE.moving || state.wanted !== degree) {
    state.stage = GLIDE_STAGE.moving;
    state.wanted = degree;
    state.since = e.t;
  }
  if (ticksSince(state.since, e.t) < glide.settle_ticks || !wireTakesNote(e)) return;
  beginGlide(e, index, pitch);
}

/** Rounding of a share and of a pitch, 1/512 semitone, at most: within so much of a boundary every count is looked at. */
const guardOf = ({ span }: Glide): number => 2 + (span >> 12);

/** Counts in which a pitch moves less than this, as far as that is certain. @param room 1/512 semitone */
function countsIn(glide: Glide, room: number): number {
  const certain = Math.min(65535, Math.max(0, room - guardOf(glide)));
  return glide.reads === GLIDE_READS.pitch ? certain : (certain * glide.per) >>> 16;
}

/** A step of the drift to the nearest degree; its glide is looked at again. */
function driftGlide(e: Engine, index: number): void {
  const glide = e.image.glides[index];
  const state = e.state.glides[index];
  state.since = e.t;
  const pitch = pitchNow(e, glide) + state.offset - OFFSET_ZERO;
  const off = degreePitch(e, glide, nearestDegree(e, glide, Math.max(0, pitch))) - pitch;
  if (off === 0) return;
  state.offset += off > 0 ? Math.min(off, glide.drift) : -Math.min(-off, glide.drift);
  emptyBand(e.state.controls[glide.control - 1]);
  e.woken = true;
}

/** Past the bend range the nearest degree begins anew, as far off as the slide is. */
function reachOn(e: Engine, index: number, raw: number): void {
  const glide = e.image.glides[index];
  const state = e.state.glides[index];
  const pitch = placePitch(e, glide, raw) + state.offset - OFFSET_ZERO;
  const own = noteOf(e, glide) - (glide.adds - STEPS_ZERO);
  const away = pitch - SEMITONE * own;
  if (Math.abs(away) <= glide.range)
    return setBand(state, raw, countsIn(glide, glide.range + away), countsIn(glide, glide.range - away));
  const degree = nearestDegree(e, glide, Math.max(0, pitch));
  if (degreeNote(e, glide, degree).note === own) return setBand(state, raw, 0, 0);
  if (wireTakesNote(e)) soundGlide(e, index, degree, pitch);
}

function glideUnit(e: Engine, index: number): Unit {
  const glide = e.image.glides[index];
  const state = e.state.glides[index];
  return {
    play: () => playGlide(e, index),
    next: (frame, s) => {
      if (state.stage === GLIDE_STAGE.idle) return s.end;
      if (state.stage === GLIDE_STAGE.settling) return firstDue(s, frame, state.since, glide.settle_ticks);
      if (state.stage === GLIDE_STAGE.moving) return frame + 1;
      const moves = firstOutside(s, glide.column, state, frame + 1);
      return glide.drift > 0 ? Math.min(moves, firstDue(s, frame, state.since, DRIFT_TICKS)) : moves;
    },
  };
}
