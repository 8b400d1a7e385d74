import { IsOptional } from 'class-validator';
import { Answer, Choice, Clock, Figure, Id, Many, MOST_TEXT, Text, Title, Whole, YesNo } from '../fields';
import { MARK_KINDS, type MarkKind } from './demo';
import { MOST_PICTURES, Picture } from './picture';
import { Room } from './room';

export const VENUE_KINDS = ['hall', 'library', 'field', 'studio', 'school', 'theatre'] as const;
export type VenueKind = (typeof VENUE_KINDS)[number];

/**
 * A named place of a venue where demos stand, of a kind that demos ask for. Lengths in metres: its size, how far it is
 * right of the middle as the audience sees it, and how far behind the front edge.
 */
export class Mark {
  @Id() id!: string;
  @Title('Mark') name!: string;
  @Choice(MARK_KINDS, 'Kind of mark') kind!: MarkKind;
  /** How many things it takes at once. */
  @Whole(1, 20, 'Spots') spots!: number;
  @IsOptional() @Figure(0.1, 50, { label: 'Wide', unit: 'm' }) wideM?: number;
  @IsOptional() @Figure(0.1, 50, { label: 'Deep', unit: 'm' }) deepM?: number;
  @IsOptional() @Figure(-50, 50, { label: 'Right of the middle', unit: 'm' }) rightM?: number;
  @IsOptional() @Figure(0, 50, { label: 'Behind the front edge', unit: 'm' }) backM?: number;
  @IsOptional() @YesNo('A socket') socket?: boolean;
  @IsOptional() @YesNo('Water near') waterNear?: boolean;
  /** How it should look before doors. */
  @IsOptional() @Many(() => Picture, MOST_PICTURES) pictures?: Picture[];
}

export const WALLS = ['left', 'right', 'back', 'behind the audience'] as const;

/** A way out: in which wall, as the audience sees the stage, and how far its middle is from that wall's beginning, m. */
export class Exit {
  @Title('Exit') name!: string;
  @Choice(WALLS, 'In the wall') wall!: (typeof WALLS)[number];
  @Figure(0, 200, { label: 'From the back wall, or from the left', unit: 'm' }) atM!: number;
}

export const DETECTORS = ['none', 'heat', 'smoke, can be isolated', 'smoke, cannot be isolated'] as const;

/** A place where shows are given, its air as it is when a show is on. Lengths in metres; `marks` in the order one walks the stage. */
export class Venue extends Room {
  @Id() id!: string;
  @Title('Name') name!: string;
  @Choice(VENUE_KINDS, 'Kind') kind!: VenueKind;
  @YesNo('Indoors') indoors!: boolean;
  @IsOptional() @Answer('Flame is allowed') flameAllowed?: boolean;
  @IsOptional() @Figure(1, 200, { label: 'Room wide', unit: 'm' }) widthM?: number;
  @IsOptional() @Figure(1, 200, { label: 'Room deep', unit: 'm' }) depthM?: number;
  @IsOptional()
  @Figure(0.5, 100, { label: 'Stage deep, front edge to back wall', unit: 'm' })
  stageDepthM?: number;
  @IsOptional() @Figure(1, 100, { label: 'Ceiling', unit: 'm' }) ceilingM?: number;
  @IsOptional() @Figure(0, 100, { label: 'Stage to front row', unit: 'm' }) frontRowM?: number;
  @Many(() => Mark, 50) marks!: Mark[];
  @IsOptional() @Whole(0, 500, 'Seats in the front row') frontRowSeats?: number;
  @IsOptional()
  @Figure(5, 100_000, {
    label: 'Air in the room',
    unit: 'm³',
    help: 'Width × depth × ceiling where left empty.',
  })
  roomM3?: number;
  @IsOptional()
  @Figure(0.05, 60, {
    label: 'Air changes an hour',
    help: 'Closed hall 0.5, doors open 3, mechanical 6.',
    empty: 'not known',
  })
  airChanges?: number;
  @IsOptional() @Many(() => Exit, 20) exits?: Exit[];
  @IsOptional() @Whole(0, 200, 'Sockets') sockets?: number;
  @IsOptional() @Figure(0.1, 1000, { label: 'Power for all sockets', unit: 'kW' }) powerKW?: number;
  @IsOptional() @Answer('Running water') water?: boolean;
  @IsOptional() @Answer('Fire extinguisher') extinguisher?: boolean;
  @IsOptional() @Answer('Fire blanket') blanket?: boolean;
  @IsOptional() @Answer('Can be made dark') dark?: boolean;
  @IsOptional()
  @Choice(DETECTORS, { label: 'Detectors', empty: 'not known' })
  detectors?: (typeof DETECTORS)[number];
  @IsOptional()
  @Figure(50, 190, { label: 'Sound limit in the front row', unit: 'dB(C)', empty: 'not set' })
  soundLimitDB?: number;
  @IsOptional() @Clock({ label: 'Nothing loud after', empty: 'no curfew' }) curfew?: string;
  @IsOptional()
  @Figure(0.5, 40, { label: 'Wind at most', unit: 'm/s', empty: 'no limit' })
  windLimitMS?: number;
  @IsOptional() @Text(160, { label: 'Floor', empty: 'not set' }) floor?: string;
  @IsOptional() @Text(400, { label: 'Step-free way to the stage', empty: 'not known' }) stepFree?: string;
  /** A role and a phone number, never a name. */
  @IsOptional()
  @Text(160, {
    label: 'Responsible on the day',
    help: 'A role and a phone number, no name.',
    empty: 'not known',
  })
  responsible?: string;
  @Text(MOST_TEXT, 'Notes') notes!: string;
  /** Between these times of day the crew may be in the house. */
  @IsOptional() @Clock('House opens at') opens?: string;
  @IsOptional() @Clock('House closes at') closes?: string;
}
