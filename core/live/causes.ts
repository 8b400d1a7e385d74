import { likelyCauses, symptomKey, type LikelyCause } from '../logbook';
import type { Script } from '../script';
import { playedAs } from './played';
import type { ItemState } from './slices/stage';

/** What is likely behind what was seen at an item, by the demo's list and the log. */
export function causesOf(script: Script, state: ItemState, symptom: string | undefined): LikelyCause[] {
  const { demo, record } = playedAs(script, state) ?? {};
  return symptom === undefined
    ? []
    : likelyCauses(
        demo?.faults.find((f) => symptomKey(f.symptom) === symptomKey(symptom)),
        record?.causes,
        symptom,
      );
}
