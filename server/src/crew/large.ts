/** So many tracks hold everybody up where a session is looked at as a whole; larger ones are looked at beside. */
export const LARGE = 400;
