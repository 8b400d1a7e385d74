export { type AirThen } from './air';
export { tooNear, type TooNear } from './apart';
export { loudItems, noiseVerdict, type Loud } from './noise';
export { exitsOf, fromPointM, middleOf, stageDepthM, unmeasured } from './places';
export { clearances, type Clearance } from './clearance';
export { airOf, hydrogenL } from './sources';
export { roomStory, type RoomCircle, type RoomMoment, type RoomStory } from './story';
export { spells } from './spells';
