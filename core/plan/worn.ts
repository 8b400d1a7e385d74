import { standsOn, type ScriptItem } from '../script';
import { GHS, signalWord, type Demo, type Good, type Wearer, type Worn } from '../show';

/** Something worn in an item, said: "goggles, from “Pour it”". */
export interface WornLine {
  by: Wearer;
  message: string;
  goodId?: string;
  fromStepId?: string;
  toStepId?: string;
}

/** What is worn in a demo as it is played, in words; all of it, or what some wear. Pure. */
export function wornIn(
  { worn, steps }: Pick<Demo, 'worn' | 'steps'>,
  goods: ReadonlyMap<string, Pick<Good, 'name'>>,
  by?: readonly Wearer[],
): WornLine[] {
  const step = (id: string | undefined) => steps.find((s) => s.id === id)?.text;
  return worn
    .filter((w) => !by || by.includes(w.by))
    .map((w) => {
      const [from, to] = [step(w.fromStepId), step(w.toStepId)];
      const when = [from && `from “${from}”`, to && `until “${to}”`].filter(Boolean).join(' ');
      return {
        by: w.by,
        message: [nameOf(w, goods), when].filter(Boolean).join(', '),
        ...(w.goodId !== undefined && { goodId: w.goodId }),
        ...(from && { fromStepId: w.fromStepId! }),
        ...(to && { toStepId: w.toStepId! }),
      };
    });
}

const nameOf = ({ goodId, what }: Worn, goods: ReadonlyMap<string, Pick<Good, 'name'>>) =>
  what?.trim() || goods.get(goodId ?? '')?.name || 'something that is not in the stores any more';

const WHO: Record<Wearer, string> = {
  presenter: 'Presenter',
  helper: 'Each helper',
  volunteer: 'Each volunteer',
  guest: 'Guest',
  'front row': 'Front row',
};

/** The same as lines, one for each who wears something: "Presenter: goggles; gloves, from “Pour it”". */
export function wornSaid(lines: readonly WornLine[]): string[] {
  const by = (Object.keys(WHO) as Wearer[]).map((wearer) => ({
    wearer,
    message: lines.filter((l) => l.by === wearer).map((l) => l.message),
  }));
  return by.flatMap(({ wearer, message }) =>
    message.length ? [`${WHO[wearer]}: ${message.join('; ')}`] : [],
  );
}

/** What the labels of a demo's goods warn of: "Ethanol, denatured: Danger. Highly flammable liquid and vapour (H225)". Pure. */
export function labelsSaid(
  { consumables, kit }: Pick<Demo, 'consumables' | 'kit'>,
  goods: ReadonlyMap<string, Good>,
): string[] {
  const used = [...consumables.filter((need) => need.amount > 0), ...kit];
  return [...new Set(used.map(({ goodId }) => goodId))].flatMap((id) => {
    const { name, ghs = [] } = goods.get(id) ?? { name: '' };
    if (ghs.length === 0) return [];
    const word = signalWord(ghs);
    const statements = ghs.map((code) => `${GHS[code].message} (${code})`).join('; ');
    return [`${name}: ${word && `${word}. `}${statements}`];
  });
}

/** The cautions of what is played on a mark, with what each item adds. */
export function cautionsAt(
  items: readonly ScriptItem[],
  markId: string,
): { itemId: string; title: string; cautions: string[] }[] {
  return items.flatMap((scripted) => {
    const { item, demo } = scripted;
    return demo && demo.cautions.length > 0 && standsOn(scripted, markId)
      ? [{ itemId: item.id, title: item.title, cautions: demo.cautions }]
      : [];
  });
}
