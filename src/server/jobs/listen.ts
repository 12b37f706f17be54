import { allContacts } from '@/core/instrument/access';
import { askedLane, recordingOf, recordingOfColumns } from '@/core/listen/recording';
import { LEAST_FRAMES, listenTo, type Recording } from '@/core/listen/listen';
import { ROLES, type Frames } from '@/core/signal/take';
import { no, type Asked } from '../body';
import { problem } from '../problem';
import { asked, checked } from './asked';
import { askedTake } from './asked-take';
import { linesLeftOut } from './lines-left-out';
import { ListenRequest } from './requests';

/**
 * Listens to a recording: `{ instrument, csv }`, or `{ board, lanes?, csv }`, whose lanes are all columns where they are not
 * named → readings a lane, timing, crosstalk and findings.
 */
export function listen(text: string): Response {
  const request = asked(text, ListenRequest);
  if (!request.ok) return request.response;
  const heard = recorded(request.value);
  if (!heard.ok) return heard.response;
  const { recording, left } = heard.value;
  const { lanes, findings, ...rest } = listenTo(recording);
  const own = lanes.map((lane) => ({
    ...lane,
    findings: findings.filter((f) => f.sensor === lane.sensor && f.lane === lane.lane).map((f) => f.code),
  }));
  return Response.json({ ...rest, lanes: own, findings: [...left, ...findings] });
}

type Heard = { recording: Recording; left: ReturnType<typeof linesLeftOut> };

function recorded(request: ListenRequest): Asked<Heard> {
  const refuse = (path: string, says: string) =>
    no(problem(422, 'The recording cannot be listened to', [{ path, says }]));
  const { csv, board } = request;
  // null, too, is nothing.
  const lanes = request.lanes ?? [];
  const own = request.instrument ? checked(request.instrument) : null;
  if (own && !own.ok) return own;
  if (!own && !board) return refuse('board', 'an instrument, or a board with its bits, is required');
  const boards = own ? own.value.boards : [board!];
  const widest = boards.reduce((a, b) => (b.bits > a.bits ? b : a));
  const take = askedTake(csv, 'csv', widest, own ? [] : lanes.map((l) => l.column));
  if (!take.ok) return no(problem(422, 'The recording cannot be read', take.faults));
  const { frames, notes, noCounts } = take.value;
  const id = notes.take ?? 'csv';
  const recording = own ? recordingOf(own.value, frames, id) : ofBoard(request, frames, id);
  const missing = lanes.find((l) => !own && !frames.channels.includes(l.column));
  if (missing)
    return refuse(
      'lanes',
      noCounts.includes(missing.column)
        ? `whole counts are required in column ${missing.column}; most of its lines hold none`
        : `a column ${missing.column} is required, got ${frames.channels.join(', ')}`,
    );
  if (recording.lanes.length === 0 && recording.contacts.length === 0) {
    const wanted = own ? allContacts(own.value).concat(own.value.sensors.map((s) => s.id)) : [];
    return refuse(
      'csv',
      `a column of the instrument is required (${wanted.join(', ')}), got ${frames.channels.join(', ')}`,
    );
  }
  if (recording.lanes.length > 0 && frames.tUs.length < LEAST_FRAMES)
    return refuse('csv', `${LEAST_FRAMES} frames or more are required, got ${frames.tUs.length}`);
  const moves = request.asked ?? [];
  const switchedOn = request.switchedOn ?? [];
  const role = request.role ?? ROLES.find((r) => r === notes.role);
  const sensor = recording.lanes[0]?.sensor ?? recording.contacts[0].sensor;
  return {
    ok: true,
    value: {
      recording: { ...recording, role, asked: moves, switchedOn },
      left: linesLeftOut(take.value, sensor),
    },
  };
}

/** Lanes without an instrument: those named, else all columns. */
function ofBoard({ board, lanes }: ListenRequest, frames: Frames, take: string): Recording {
  const all = { ...recordingOfColumns(frames, board!.bits, take), scanHz: board!.scanHz };
  if (!lanes) return all;
  return { ...all, lanes: lanes.map((l) => askedLane(l.sensor ?? l.id, l.kind ?? '', l.id, l.column)) };
}
