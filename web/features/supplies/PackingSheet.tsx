import { clockToS, formatClock, type Packing, type ShowFile, type Thing } from '@hearty/core';
import { format, parseISO } from 'date-fns';
import { PaperTable, Sheet } from '../../kit/paper';

/** What goes into which crate, to load by and to count home by. */
export function PackingSheet({ file: { show, venue }, packing }: { file: ShowFile; packing: Packing }) {
  const up = clockToS(show.curtainUp);
  const rows = (things: readonly { thing: Thing; about: string }[]) =>
    things.map(({ thing, about }) => ({
      key: thing.goodId,
      cells: [`${thing.words} ${thing.name}`, about, '☐', '☐'],
    }));
  const table = (key: string, title: string, things: readonly { thing: Thing; about: string }[]) =>
    things.length > 0 && (
      <PaperTable
        key={key}
        title={title}
        head={['What', '', 'Out', 'Home']}
        widths={[44, 40, 8, 8]}
        rows={rows(things)}
      />
    );
  return (
    <Sheet
      kind="Packing list"
      title={`${show.title}: packing`}
      about={`${format(parseISO(show.date), 'EEEE d MMMM yyyy')} · ${venue.name}. Load from the top down. What you may carry, and how it is marked, is set by local transport rules and the supplier’s data sheets.`}
    >
      {packing.broken.map((b) => (
        <p key={b.crate + b.a + b.b}>
          <b>
            Could not keep apart in {b.crate}: {b.a} and {b.b}; {b.why}. Take another crate.
          </b>
        </p>
      ))}
      {packing.crates.map((c) =>
        table(
          c.crateId,
          `${c.name}: ${c.kg.toFixed(1)} kg, first needed ${formatClock(up + c.firstS)}, from the bottom up`,
          c.things.map((thing) => ({ thing, about: thing.storage === 'ordinary' ? '' : thing.storage })),
        ),
      )}
      {table(
        ' alone',
        'By themselves, never in a crate',
        packing.alone.map(({ thing, how }) => ({ thing, about: how })),
      )}
      {table(
        ' loose',
        'Loose, carried by hand',
        packing.loose.map(({ thing, why }) => ({ thing, about: why })),
      )}
    </Sheet>
  );
}
