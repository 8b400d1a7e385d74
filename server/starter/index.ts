import { libraryFileOf, type Demo, type LibraryFile } from '@hearty/core';
import * as air from './air-and-gas';
import * as forces from './forces-and-sound';
import { STARTER_GOODS } from './goods';

export { firstShow } from './first-show';

/** A dozen kitchen-strength demos to begin with, and the goods they want: everything in it is our own. */
export const starterShelf = (): LibraryFile =>
  libraryFileOf(
    [air, forces].flatMap((shelf) => Object.values(shelf) as Demo[]),
    STARTER_GOODS,
  );
