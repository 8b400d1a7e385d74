import type { PlacedMark } from '../script';
import type { Exit, Mark, Venue } from '../show';

/** A point on the floor, metres: right of the stage's middle, and behind its front edge (the audience is at less than 0). */
export interface Point {
  rightM: number;
  backM: number;
}

/** How far the front row sits from the stage where nobody has measured, m. From memory: small halls. */
const USUAL_FRONT_ROW_M = 3;

/** The middle of a mark; what nobody measured is at the front edge, in the middle. */
export const middleOf = ({ rightM = 0, backM = 0, deepM = 0 }: Mark): Point => ({
  rightM,
  backM: backM + deepM / 2,
});

/** From the middle of a mark to the nearest of the front row, m; whether the front row was measured. */
export function toFrontRowM(
  { frontRowM }: Venue,
  mark: PlacedMark | undefined,
): { metres: number; isAssumed: boolean } {
  const { backM } = mark ? middleOf(mark) : { backM: 0 };
  return { metres: (frontRowM ?? USUAL_FRONT_ROW_M) + backM, isAssumed: frontRowM === undefined };
}

const isPlaced = (mark: PlacedMark | undefined): mark is PlacedMark & { rightM: number; backM: number } =>
  mark !== undefined && !mark.lacking && mark.rightM !== undefined && mark.backM !== undefined;

/** The clear distance between the edges of two marks, m; undefined where one of them was never measured. */
export function gapM(a: PlacedMark | undefined, b: PlacedMark | undefined): number | undefined {
  if (!isPlaced(a) || !isPlaced(b)) return undefined;
  if (a.id === b.id) return 0;
  const [p, q] = [middleOf(a), middleOf(b)];
  const along = Math.abs(p.rightM - q.rightM) - ((a.wideM ?? 0) + (b.wideM ?? 0)) / 2;
  const deep = Math.abs(p.backM - q.backM) - ((a.deepM ?? 0) + (b.deepM ?? 0)) / 2;
  return Math.hypot(Math.max(0, along), Math.max(0, deep));
}

/** How far a point is from the nearest edge of a mark, m. */
export function fromPointM({ rightM, backM }: Point, mark: Mark): number {
  const { wideM = 0, deepM = 0 } = mark;
  const middle = middleOf(mark);
  return Math.hypot(
    Math.max(0, Math.abs(rightM - middle.rightM) - wideM / 2),
    Math.max(0, Math.abs(backM - middle.backM) - deepM / 2),
  );
}

/** Behind the marks there is so much room at least where nobody measured the stage, m. From memory. */
const BEHIND_MARKS_M = 1;

/** From the front edge of the stage to its back wall, m: as measured, else so that the marks fit. */
export const stageDepthM = ({ stageDepthM: measured, marks }: Venue): number =>
  measured ?? Math.max(3, ...marks.map(({ backM = 0, deepM = 0 }) => backM + deepM + BEHIND_MARKS_M));

/** The ways out of a venue whose place is known. */
export const exitsOf = (venue: Venue): { name: string; at: Point }[] =>
  (venue.exits ?? []).flatMap((exit) => {
    const at = exitPoint(venue, exit);
    return at ? [{ name: exit.name, at }] : [];
  });

/** Where an exit is; undefined until the room is measured. */
function exitPoint(venue: Venue, { wall, atM }: Exit): Point | undefined {
  const { widthM, depthM } = venue;
  const back = stageDepthM(venue);
  if (widthM === undefined) return undefined;
  switch (wall) {
    case 'left':
      return { rightM: -widthM / 2, backM: back - atM };
    case 'right':
      return { rightM: widthM / 2, backM: back - atM };
    case 'back':
      return { rightM: atM - widthM / 2, backM: back };
    case 'behind the audience':
      return depthM === undefined ? undefined : { rightM: atM - widthM / 2, backM: back - depthM };
  }
}

/** What nobody has measured of a venue, or asked, that something rests on; in the order one walks it. */
export function unmeasured(venue: Venue): string[] {
  const asks: [keyof Venue, string, onlyIndoors?: true][] = [
    ['widthM', 'width', true],
    ['depthM', 'depth', true],
    ['ceilingM', 'ceiling height', true],
    ['frontRowM', 'distance to the front row'],
    ['airChanges', 'ventilation', true],
    ['exits', 'exits', true],
    ['sockets', 'sockets'],
    ['water', 'running water'],
    ['detectors', 'detectors', true],
    ['flameAllowed', 'whether flame is allowed'],
    ['extinguisher', 'fire extinguisher'],
    ['responsible', 'responsible person'],
  ];
  return asks
    .filter(([key, , onlyIndoors]) => venue[key] === undefined && (venue.indoors || !onlyIndoors))
    .map(([, words]) => words);
}
