/** A photo from a tablet is smaller; larger ones are refused with this limit named. */
export const LARGEST_PHOTO = 8_000_000;
