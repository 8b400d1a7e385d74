/** What a show file says it is, and the newest version that this program knows. */
export const SHOW_FORMAT = 'hearty-stage/show';
export const SHOW_VERSION = 2;
