export { presence } from './activity';
export type { Activity, Scarce, Why, WhyKind, Work, WorkLink } from './activity';
export { askIn, askToStay, bringKit, REASONS, softness, linkParties as told, unlock, type Told } from './why';
export { bannedAt, mayDo } from './who';
export { workOf } from './work';
export { linksAfter } from './turns';
