export { ExpectedPictures, pictureAddress, Shown } from './Looks';
export { shrunk } from './shrink';
export { LooksOnPaper } from './LooksOnPaper';
