import { format } from 'date-fns';
import Papa from 'papaparse';
import type { SeasonRun } from '../logbook';
import { plainRow } from './cells';

/** A season's runs as CSV (RFC 4180), a row each: seconds, heads, °C and the troupe's currency. What is not known is empty. */
export const seasonCsv = (runs: readonly SeasonRun[]): string =>
  Papa.unparse(
    runs.map((r) =>
      plainRow({
        date: format(r.curtainAt ?? r.openedAt, 'yyyy-MM-dd'),
        show: r.title,
        rehearsal: r.rehearsal ? 'yes' : '',
        'struck out': r.struck ?? '',
        'planned s': r.plannedS ?? '',
        'actual s': r.actualS ?? '',
        'slot s': r.slotEndS ?? '',
        heads: r.heads ?? '',
        indoors: r.indoors === null ? '' : r.indoors ? 'yes' : 'no',
        'room °C': r.roomC ?? '',
        attempts: r.attempts,
        failed: r.failed,
        'left out': r.leftOut,
        'used up': r.cost === null ? '' : r.cost.toFixed(2),
        'near misses': r.nearMisses,
        'open actions': r.openActions,
      }),
    ),
  );
