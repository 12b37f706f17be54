'use client';

import Add from '@mui/icons-material/Add';
import DeleteOutlined from '@mui/icons-material/DeleteOutlined';
import Button from '@mui/material/Button';
import IconButton from '@mui/material/IconButton';
import type { Instrument } from '@/core/instrument/document';
import type { Scene } from '@/core/instrument/scenes';
import { sensorOf } from '@/core/instrument/access';
import { livesInScene, withLifeIn, withoutScene, withScene } from '@/core/instrument/with-scenes';
import { useChangeInstrument } from '../hooks/use-change-sensor';
import { useInstrument, useLive, useSensor } from '../hooks/use-session';
import { Field } from '../parts/field';
import { Pick } from '../parts/pick';
import { voiceWord } from '../parts/voice-word';
import { SceneSelectors } from './scene-selectors';
import styles from './scenes.module.css';

/** What plays in each scene, scenes as columns and voices as rows; and what selects them. */
export function Scenes() {
  const instrument = useInstrument();
  const change = useChangeInstrument();
  const { scenes } = instrument;
  const add = () => change('scene added', withScene);
  return (
    <section className={styles.scenes} aria-label="Scenes">
      <header>
        <h2>Scenes</h2>
        <Button variant="outlined" startIcon={<Add />} onClick={add}>
          {scenes.length === 0 ? 'Two scenes' : 'Another scene'}
        </Button>
        <span>
          {scenes.length === 0
            ? 'One pad can swap what all others play; another can shift, mute or reset them.'
            : 'Ticked: it plays there. What selects a scene stands below.'}
        </span>
      </header>
      {scenes.length > 0 && <SceneTable instrument={instrument} change={change} />}
      <SceneSelectors />
    </section>
  );
}

type Change = ReturnType<typeof useChangeInstrument>;

function SceneTable({ instrument, change }: { instrument: Instrument; change: Change }) {
  const { scenes, sensors, voices, boards } = instrument;
  const { sensor } = useSensor();
  const board = boards.findIndex(({ id }) => id === sensor.board);
  const plays = useLive((s) => s.tick?.scenes[board] ?? 0);
  const setScene = (next: Scene, says: string) =>
    change(says, (own) => ({ ...own, scenes: own.scenes.map((s) => (s.id === next.id ? next : s)) }));
  return (
    <div className={styles.wide}>
      <table>
        <thead>
          <tr>
            <th scope="col">what is sent</th>
            {scenes.map((scene, i) => (
              <th key={scene.id} scope="col" data-plays={i === plays}>
                <span>
                  <SceneName scene={scene} set={(name) => setScene({ ...scene, name }, 'scene named')} />
                  <IconButton
                    size="small"
                    aria-label={`Remove ${scene.name}`}
                    onClick={() => change('scene removed', (own) => withoutScene(own, scene.id))}
                  >
                    <DeleteOutlined fontSize="small" />
                  </IconButton>
                </span>
                <Pick
                  label={`Held notes, as ${scene.name} begins`}
                  value={scene.ends ? 'end' : 'carry'}
                  options={{ carry: 'held notes carry', end: 'held notes end' }}
                  set={(value) => {
                    setScene({ ...scene, ends: value === 'end' || undefined }, 'held notes of a scene');
                  }}
                />
              </th>
            ))}
          </tr>
        </thead>
        <tbody>
          {voices.map((voice) => {
            const name = `${sensors.find(({ id }) => id === sensorOf(voice))!.name}: ${voiceWord(voice)}`;
            return (
              <tr key={voice.id} aria-current={sensorOf(voice) === sensor.id || undefined}>
                <th scope="row">{name}</th>
                {scenes.map(({ id, name: scene }, i) => {
                  const lives = livesInScene(voice, id);
                  const only = lives && scenes.filter((s) => livesInScene(voice, s.id)).length === 1;
                  return (
                    <td key={id} data-plays={i === plays}>
                      <input
                        type="checkbox"
                        checked={lives}
                        disabled={only}
                        aria-label={`${name} in ${scene}`}
                        title={only ? 'It lives here alone: tick another first' : undefined}
                        onChange={(e) =>
                          change('scenes of a voice', (own) => ({
                            ...own,
                            voices: own.voices.map((v) =>
                              v.id === voice.id ? withLifeIn(v, id, e.target.checked, own.scenes) : v,
                            ),
                          }))
                        }
                      />
                    </td>
                  );
                })}
              </tr>
            );
          })}
        </tbody>
      </table>
    </div>
  );
}

/** Taken as it is left; an empty one stays as it was. */
function SceneName({ scene, set }: { scene: Scene; set: (name: string) => void }) {
  return (
    <Field
      key={scene.name}
      defaultValue={scene.name}
      maxLength={60}
      aria-label={`Name of ${scene.name}`}
      onKeyDown={(e) => e.key === 'Enter' && e.currentTarget.blur()}
      onBlur={(e) => {
        const name = e.target.value.trim();
        if (name !== '' && name !== scene.name) set(name);
        else e.target.value = scene.name;
      }}
      style={{ width: '11ch', fontWeight: 600 }}
    />
  );
}
