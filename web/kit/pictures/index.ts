export { ExpectedPictures, pictureAddress, Shown } from './ExpectedPictures';
export { shrunk } from './shrink';
export { ExpectedPicturesOnPaper } from './ExpectedPicturesOnPaper';
