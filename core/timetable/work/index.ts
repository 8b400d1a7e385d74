export {
  bannedAt,
  GIVES_WAY,
  mayDo,
  workOf,
  type ScarceKit,
  type Why,
  type WhyKind,
  type Work,
  type WorkLink,
} from './work';
