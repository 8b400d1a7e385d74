import { monotonicFactory } from 'ulid';

const ulid = monotonicFactory();

/** A new id for a document or event: unlike any other, and sorting after every one made here before. */
export const newId = () => ulid().toLowerCase();
