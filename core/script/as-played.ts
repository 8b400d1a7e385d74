import type { Demo, Item } from '../show';

/**
 * `demo` as `item` plays it: in the item's variant, with amounts scaled by the item's settings (amount × value / usual
 * value), and without the set-up steps where an earlier item has taken them over. Pure.
 */
export function asPlayed(demo: Demo, item: Item): Demo {
  const variant = demo.variants?.find((v) => v.id === item.variantId);
  const plain = !variant && !item.settings?.length && item.setUpIn === undefined;
  if (plain) return demo;
  const factors = new Map(
    (demo.parameters ?? []).map((p) => [
      p.id,
      (item.settings?.find((s) => s.parameterId === p.id)?.value ?? p.usual) / p.usual,
    ]),
  );
  const own = new Map(variant?.amounts.map((a) => [a.goodId, a.amount]));
  return {
    ...demo,
    steps: item.setUpIn === undefined ? demo.steps : demo.steps.filter((step) => !step.setUp),
    consumables: demo.consumables.map((need) => ({
      ...need,
      amount: (own.get(need.goodId) ?? need.amount) * (factors.get(need.scalesWith ?? '') ?? 1),
    })),
    ppe: variant?.ppe.length ? variant.ppe : demo.ppe,
    hazards: [...new Set([...demo.hazards, ...(variant?.hazards ?? [])])],
    cautions: [...demo.cautions, ...(variant?.cautions ?? [])],
  };
}
