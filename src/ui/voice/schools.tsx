'use client';

import { useMemo, useState } from 'react';
import type { AlongPitch, NoteVoice, School } from '@/core/instrument/voices';
import type { SchoolPlay, SchoolsCompared } from '@/core/prove/schools';
import { SCHOOL_WORDS } from '@/core/stages/along-words';
import { inSchool } from '@/core/stages/along-words';
import type { KeptTake } from '@/store/database';
import { counted } from '@/core/units/counted';
import { useKey } from '../hooks/use-key';
import { useSensor, useTakesOf } from '../hooks/use-session';
import { Pick } from '../parts/pick';
import { sentence } from '../parts/words';
import { SchoolChart } from './school-chart';
import { useSchools } from './use-schools';
import { dayWords } from '../parts/words';
import styles from './voice.module.css';

/** A key a school, from the left. */
const KEYS: Readonly<Record<School, string>> = { fretted: 'F', slide: 'H', 'pull-in': 'J', free: 'K' };

/** Takes that tell most of how a pitch is sought: slides before short touches and all others. */
const TELLING = ['slide', 'sweep', 'lift', 'places'];

/** The schools of continuous pitch side by side, on the maker's own take. */
export function Schools({ voice, change }: { voice: NoteVoice; change: (pitch: AlongPitch) => void }) {
  const { sensor } = useSensor();
  const takes = useTakesOf(sensor.id).filter(({ role }) => role !== 'rest');
  const telling = useMemo(
    () => TELLING.flatMap((role) => takes.filter((t) => t.role === role)).at(0) ?? takes.at(0),
    [takes],
  );
  const [chosen, setChosen] = useState<string | null>(null);
  const take = takes.find(({ id }) => id === chosen) ?? telling;
  const compared = useSchools(voice, take);
  const pitch = voice.pitch as AlongPitch;
  const choose = (school: School) => change(inSchool(pitch, school));
  useKey('f', () => choose('fretted'), { preventDefault: true });
  useKey('h', () => choose('slide'), { preventDefault: true });
  useKey('j', () => choose('pull-in'), { preventDefault: true });
  useKey('k', () => choose('free'), { preventDefault: true });
  return (
    <section className={styles.schools} aria-label="Schools of pitch">
      <div className={styles.caption}>
        <h2>The same playing, four ways</h2>
        {take ? (
          <span>
            of take{' '}
            <Pick
              label="Take"
              value={take.id}
              set={setChosen}
              options={Object.fromEntries(takes.map((t) => [t.id, takeWords(t)]))}
            />
          </span>
        ) : (
          <span>Record a take of {sensor.name} at Calibrate: here it is played by each.</span>
        )}
      </div>
      {take && (
        <div className={styles.four}>
          {(Object.keys(KEYS) as School[]).map((school) => (
            <OneSchool
              key={school}
              school={school}
              chosen={school === pitch.school}
              compared={compared}
              choose={() => choose(school)}
            />
          ))}
        </div>
      )}
    </section>
  );
}

const takeWords = ({ role, at }: KeptTake): string => `${role}, ${dayWords(at)}`;

function OneSchool({
  school,
  chosen,
  compared,
  choose,
}: {
  school: School;
  chosen: boolean;
  compared: SchoolsCompared | null;
  choose: () => void;
}) {
  const play = compared?.plays.find((p) => p.school === school);
  return (
    <article className={styles.school} data-chosen={chosen}>
      <button type="button" aria-pressed={chosen} onClick={choose}>
        <b>{sentence(school)}</b> <kbd>{KEYS[school]}</kbd>
        <span>{SCHOOL_WORDS[school]}</span>
      </button>
      {compared && play ? <SchoolChart compared={compared} play={play} /> : <p>Played again …</p>}
      {play && <Figures play={play} />}
    </article>
  );
}

function Figures({ play: { notes, unintended, lateMs, offCents } }: { play: SchoolPlay }) {
  return (
    <dl>
      <div data-fault={unintended > 0}>
        <dt>not meant</dt>
        <dd>
          {unintended} <small>of {counted(notes.length, 'note')}</small>
        </dd>
      </div>
      <div>
        <dt>begins after</dt>
        <dd>
          {Number.isNaN(lateMs) ? '–' : Math.round(lateMs)} <small>ms</small>
        </dd>
      </div>
      <div>
        <dt>off at rest</dt>
        <dd>
          {Number.isNaN(offCents) ? '–' : offCents.toFixed(offCents < 9.95 ? 1 : 0)} <small>cents</small>
        </dd>
      </div>
    </dl>
  );
}
