import { fix, type AnyRule, type Finding, type Place, type Fix } from '../../findings';
import type { Bands } from '../../forecast';
import type { Script, ScriptItem } from '../../script';
import type { Demo, Item } from '../../show';
import type { ColdBudget, Needs } from '../../supplies';
import { askIn, type Placement, type PlannedItem, type Timetable } from '../../timetable';
import { clockOf } from '../clock';
import type { FindingCode } from './codes';

/** What is known of a running order before anything is placed: what weighs an order looks at no more. */
export interface Order {
  items: readonly ScriptItem[];
}

/** What a plan has worked out, for its rules to read. */
export interface Worked {
  placement: Placement;
  needs: Needs;
  bands: Bands | null;
  cold: readonly ColdBudget[];
}

/** A plan with the look-ups that rules need. */
export class Context implements Order {
  readonly script: Script;
  readonly items: readonly ScriptItem[];
  readonly timetable: Timetable;
  readonly placement: Placement;
  readonly needs: Needs;
  readonly bands: Bands | null;
  readonly cold: readonly ColdBudget[];
  readonly clock: (s: number) => string;
  private readonly plannedBy: Map<string, PlannedItem>;

  constructor({ placement, needs, bands, cold }: Worked) {
    this.placement = placement;
    this.script = placement.script;
    this.items = placement.script.items;
    this.timetable = placement.timetable;
    this.needs = needs;
    this.bands = bands;
    this.cold = cold;
    this.clock = clockOf(
      this.script,
      this.timetable.items.map((i) => i.startS),
    );
    this.plannedBy = new Map(this.timetable.items.map((i) => [i.itemId, i]));
  }

  name = (id: string | undefined) => (id && this.script.people.get(id)?.name) || 'nobody';
  item = (id: string): Item => this.script.byItem.get(id)!.item;
  index = (id: string) => this.script.byItem.get(id)?.index ?? -1;
  demoOf = (itemId: string): Demo | undefined => this.script.byItem.get(itemId)?.demo;
  planned = (itemId: string) => this.plannedBy.get(itemId)!;
  arrival = (personId: string | undefined) => this.timetable.arrivals.find((a) => a.personId === personId);
}

export type PlanRule = AnyRule<Context, FindingCode>;
export type PlanFinding = Finding<FindingCode>;

/** An item's own moment. */
export const atStart = (item: PlannedItem): Place => ({ at: item.startS, itemId: item.itemId });

/** Asking the one who is late in by `lateS` sooner than they come. */
export function askSooner({ script, arrival }: Context, personId: string | undefined, lateS: number): Fix[] {
  const place = arrival(personId);
  return place ? [askIn(script, place.personId, place.arrivesS - lateS)] : [];
}

/** Playing an item one place sooner or later, where there is one. */
export function shift({ index, items, item }: Context, itemId: string, by: 1 | -1): Fix[] {
  const to = index(itemId) + by;
  if (to < 0 || to >= items.length) return [];
  return [
    fix(`Play “${item(itemId).title}” one place ${by < 0 ? 'earlier' : 'later'}`, {
      kind: 'move-item',
      itemId,
      toIndex: to,
    }),
  ];
}
