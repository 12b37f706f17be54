import type { Instrument } from '../instrument/document';
import type { Selector } from '../instrument/scenes';

/** What is amiss with scenes and what selects them, a sentence each. */
export function sceneFindings({ scenes, selectors = [], boards, sensors }: Instrument): string[] {
  if (scenes.length === 0) return [];
  const changing = selectors.filter(changesScene);
  if (changing.length === 0) return [`Nothing selects a scene yet: ${scenes[0].name} plays for good.`];
  const steps = changing.some(({ step }) => step !== undefined);
  const named = new Set(changing.map((own) => sceneOf(own, scenes[0].id)));
  const unreached = steps ? [] : scenes.slice(1).filter(({ id }) => !named.has(id));
  const kept = scenes.filter(
    ({ id }) => !steps && changing.every((own) => sceneOf(own, scenes[0].id) === id),
  );
  const deaf = boards.filter(
    ({ id }) => !changing.some(({ gate }) => sensors.find((s) => s.id === gate.sensor)?.board === id),
  );
  return [
    ...unreached.map(({ name }) => `Nothing selects ${name}.`),
    ...kept.map(({ name }) => `Nothing leads out of ${name}.`),
    ...deaf.map(
      ({ name }) => `${name} stays in ${scenes[0].name}: a board changes its scene by gates of its own.`,
    ),
  ];
}

const changesScene = ({ scene, step, resets }: Selector): boolean => (scene ?? step ?? resets) !== undefined;

/** All that begins anew begins with the first scene. */
const sceneOf = ({ scene, resets }: Selector, first: string): string | undefined => (resets ? first : scene);
