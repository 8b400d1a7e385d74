import { fix, rule, type Fix } from '../../findings';
import { formatDuration, formatFigure } from '../../quantities';
import { spells, tooNear, type TooNear } from '../../safety';
import type { FindingCode } from './codes';
import { shift, type Context } from './context';

/** What is kept apart in time and place, over the whole timetable: items, their resets and the work behind the scenes. */

const isWetByVoltage = ({ row: { first, second } }: TooNear) =>
  [first, second].includes('slippery floor') && [first, second].includes('high voltage');

const kept = (id: FindingCode, mine: (found: TooNear) => boolean) =>
  rule<Context, TooNear, FindingCode>({
    id,
    level: ({ row }) => row.level,
    source: 'common practice; local rules and trained people come first',
    findMatches: ({ script, timetable }) => tooNear(spells(script, timetable)).filter(mine),
    findPlace: ({ second }) => ({ at: second.fromS, itemId: second.itemId }),
    message: ({ first, second, sinceS, gapM, row }) => {
      const where =
        gapM === undefined || gapM === 0 ? '' : `, ${formatFigure(Math.round(10 * gapM) / 10)} m apart`;
      const meets = second.fromS < first.toS;
      return meets
        ? `${first.what} (${row.first}) and ${second.what} (${row.second}) overlap${where}: ${row.why}.`
        : `${second.what} (${row.second}) comes ${sinceS === 0 ? 'straight' : formatDuration(sinceS)} after ${first.what} (${row.first})${where}: ${row.why}.`;
    },
    numbers: ({ sinceS }) => ({ sinceS }),
    fixes: ({ first, second }, c): Fix[] => [
      ...(second.isWork ? [] : shift(c, second.itemId, 1)),
      ...(first.isWork ? [] : shift(c, first.itemId, -1)),
      fix('Play something between them, or put them further apart'),
    ],
  });

export const APART_RULES = {
  wetByVoltage: kept('wet-by-voltage', isWetByVoltage),
  apart: kept('apart', (found) => !isWetByVoltage(found)),
};
