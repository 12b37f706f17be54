import { TooManyBytes } from '@/core/exchange/firmware/play-operations';
import { proofJson, versionsJson, type ProofJson } from '@/core/exchange/proof/proof-json';
import { reportHtml, reportJson } from '@/core/exchange/proof/report';
import type { Instrument } from '@/core/instrument/document';
import type { MidiEvent } from '@/core/midi/event';
import { readSmf } from '@/core/midi/smf-read';
import { compareCapture } from '@/core/prove/capture';
import { causesOf } from '@/core/prove/causes/causes';
import { wholeRole, type Mark } from '@/core/prove/intended';
import { playBoards } from '@/core/prove/play-take';
import { prove as judge, type Asked as AskedProof, type Proved } from '@/core/prove/proved';
import { heardEvents } from '@/core/prove/sounded';
import { compareVersions } from '@/core/prove/versions';
import { withChanges } from '@/core/prove/with-changes';
import type { Change } from '@/core/findings/change';
import type { ReadTake } from '@/core/exchange/takes/take-csv';
import type { Fault } from '@/core/result';
import { no, type Asked } from '../body';
import { proveOnChip } from '../chip';
import { problem, under } from '../problem';
import { prove } from '../prove';
import { asked, askedPlay, checked } from './asked';
import { linesLeftOut } from './lines-left-out';
import { MOST_BYTES, tooManyMessages } from './most-messages';
import { ProveRequest } from './requests';

/** Proves a take, and the board's files on it: see docs/formats.md. */
export async function proveTake(text: string, accept = ''): Promise<Response> {
  const request = asked(text, ProveRequest);
  if (!request.ok) return request.response;
  const play = askedPlay(request.value);
  if (!play.ok) return play.response;
  const { instrument, take, midiIn } = play.value;
  const unknown = unknownNames(request.value, instrument);
  if (unknown.length > 0)
    return problem(422, 'The request names what the instrument does not have', unknown.slice(0, MOST_FAULTS));
  const question = questionOf(request.value, take);
  if (!question.ok) return question.response;
  const proof: AskedProof = { ...question.value, take: take.frames, midiIn };
  try {
    const files = await prove(instrument, take.frames, MOST_BYTES, midiIn);
    const proved = judge(instrument, proof);
    if (proved.clock === null) return fitsNothing('meant');
    const findings = [...linesLeftOut(take, ''), ...causesOf(instrument, take.frames, proved, 'csv')];
    const more = await moreOf(request.value, instrument, proof, proved);
    if (!more.ok) return more.response;
    const json = proofJson(proved, findings);
    if (accept.includes('text/html')) return page(reportOf(instrument, take, json, files.identical));
    return Response.json({ ...files, ...json, ...more.value });
  } catch (error) {
    if (error instanceof TooManyBytes) return tooManyMessages();
    throw error;
  }
}

/** The same as a page to be printed. */
const reportOf = (instrument: Instrument, { notes }: ReadTake, proof: ProofJson, same: boolean): string => {
  const on = notes.take ?? notes.name ?? 'a take';
  const head = { at: new Date().toISOString(), on, meantBy: 'what was sent with it', sameOnBoard: same };
  return reportHtml(reportJson(instrument, proof, head));
};

const page = (html: string): Response =>
  new Response(html, {
    headers: { 'content-type': 'text/html; charset=utf-8', 'content-security-policy': PAGE_POLICY },
  });
/** A page of its own runs nothing, and loads nothing. */
const PAGE_POLICY = "default-src 'none'; style-src 'unsafe-inline'; sandbox";

const fitsNothing = (field: string): Response =>
  problem(422, 'The MIDI file fits nothing that this take plays', [
    {
      path: field,
      says: 'notes of this take are required, in its order, at any offset; half of them or more, four at least',
    },
  ]);

/** Faults that one answer names. */
const MOST_FAULTS = 20;

/** Sensors, lanes and voices that a request names, and the instrument lacks. */
function unknownNames({ intended = [], changes = [] }: ProveRequest, instrument: Instrument): Fault[] {
  const { sensors, voices } = instrument;
  const fault = (path: string, what: string, got: string, has: readonly string[]): Fault[] =>
    has.includes(got) ? [] : [{ path, says: `must name a ${what} of the instrument, got ${got}` }];
  const ids = sensors.map(({ id }) => id);
  const named = (path: string, sensor?: string, lane?: string | null): Fault[] => {
    const own = sensor === undefined ? sensors : sensors.filter(({ id }) => id === sensor);
    const lanes = own.flatMap((s) => s.lanes.map(({ id }) => id));
    return [
      ...(sensor === undefined ? [] : fault(`${path}.sensor`, 'sensor', sensor, ids)),
      ...(lane === undefined || lane === null || own.length === 0
        ? []
        : fault(`${path}.lane`, 'lane', lane, lanes)),
    ];
  };
  return [
    ...intended.flatMap(({ sensor, lane }, i) => named(`intended.${i}`, sensor, lane)),
    ...changes.flatMap((own, i) =>
      own.is === 'gate'
        ? named(`changes.${i}`, own.sensor, own.lane)
        : fault(
            `changes.${i}.voice`,
            'voice',
            own.voice,
            voices.map(({ id }) => id),
          ),
    ),
  ];
}

/** What was meant: a file, marks with what is told of each, times, else what the take itself says. */
function questionOf(
  { role, marks, intended, meant }: ProveRequest,
  { notes }: ReadTake,
): Asked<Pick<AskedProof, 'roles' | 'marks' | 'meant'>> {
  const played = role ?? notes.role;
  const own = played === undefined ? {} : { roles: wholeRole(played) };
  if (meant !== undefined) {
    const file = fileOf(meant, 'meant');
    return file.ok ? { ok: true, value: { ...own, meant: file.value } } : file;
  }
  const told: readonly Mark[] | undefined =
    intended ?? (marks ?? marksIn(notes.marks))?.map((tUs) => ({ tUs }));
  return { ok: true, value: told ? { ...own, marks: told } : own };
}

/** Times of a take's `# marks:` line, µs; none where it has no such line. */
function marksIn(line: string | undefined): number[] | undefined {
  const times = (line ?? '').split(/[\s,;]+/).filter((word) => word !== '');
  return times.length === 0 || times.some((word) => !Number.isFinite(Number(word)))
    ? undefined
    : times.map(Number);
}

function fileOf(base64: string, field: string): Asked<MidiEvent[]> {
  const read = readSmf(new Uint8Array(Buffer.from(base64, 'base64')));
  return read.ok
    ? { ok: true, value: read.value.events }
    : no(problem(422, 'The MIDI file cannot be read', under(field, read.faults)));
}

/** What else was asked for. */
async function moreOf(
  { changes, against, capture, chip }: ProveRequest,
  instrument: Instrument,
  proof: AskedProof,
  proved: Proved,
): Promise<Asked<object>> {
  const more: Record<string, unknown> = {
    ...(proved.clock ? { clock: proved.clock } : {}),
    ...(proved.lagUs === undefined ? {} : { lagUs: Math.round(proved.lagUs) }),
  };
  if (changes) {
    const tried = checked(withChanges(instrument, plainChanges(changes)), 'changes');
    if (!tried.ok) return tried;
    const versions = compareVersions(instrument, tried.value, proof);
    more.tried = {
      counts: versions.now.counts,
      latency: versions.now.latency,
      versus: versionsJson(versions),
    };
  }
  if (against) {
    const before = checked(against, 'against');
    if (!before.ok) return before;
    more.against = versionsJson(compareVersions(before.value, instrument, proof));
  }
  const boards = () => playBoards(instrument, proof.take, MOST_BYTES, proof.midiIn)!;
  if (capture !== undefined) {
    const file = fileOf(capture, 'capture');
    if (!file.ok) return file;
    const compared = compareCapture(heardEvents(boards()), file.value);
    if (!compared) return no(fitsNothing('capture'));
    more.capture = compared;
  }
  if (chip) more.chip = await proveOnChip(instrument, proof.take);
  return { ok: true, value: more };
}

const plainChanges = (changes: NonNullable<ProveRequest['changes']>): Change[] =>
  changes.map((change) => (change.is === 'gate' ? { ...change, lane: change.lane ?? null } : change));
