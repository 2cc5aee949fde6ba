import type { Payload, PHOTO_TYPES } from "../ledger/index.ts";
import { type Answer, accepted, type Refusal, refused } from "../refusal.ts";

/** A picture as a note names it: by its fingerprint, SHA-256 of its bytes. */
export type Photo = NonNullable<Payload<"note-added">["photo"]>;

/** The file that a form brings along, as it was read where it is kept. The form itself has its fingerprint. */
export type Brought =
  | { readonly kind: "photo"; readonly photo: Photo }
  | {
      readonly kind: "program";
      readonly program: Payload<"program-read">;
      /** Its text; absent where the form asks only for what was read in it. */
      readonly text?: string;
    };

/** A photo from a tablet is smaller; larger ones are refused with this limit named. Bytes. */
export const LARGEST_PHOTO = 8_000_000;

/** What a file is by its first bytes: its name and its stated media type are not trusted. */
function photoType(content: Uint8Array): (typeof PHOTO_TYPES)[number] | undefined {
  const begins = (at: number, ...bytes: readonly number[]) =>
    bytes.every((byte, index) => content[at + index] === byte);
  if (begins(0, 0xff, 0xd8, 0xff)) return "image/jpeg";
  if (begins(0, 0x89, 0x50, 0x4e, 0x47, 0x0d, 0x0a, 0x1a, 0x0a)) return "image/png";
  const isWebp = begins(0, 0x52, 0x49, 0x46, 0x46) && begins(8, 0x57, 0x45, 0x42, 0x50);
  return isWebp ? "image/webp" : undefined;
}

/** A chosen file as a photo; refused where it is too large or no picture that is kept. */
export function readPhotoFile(content: Uint8Array): Answer<Omit<Photo, "fingerprint">, Refusal<"photo">> {
  const no = (message: string) => refused({ code: "photo" as const, message });
  if (content.length > LARGEST_PHOTO)
    return no(`This photo has ${(content.length / 1e6).toFixed(1)} MB; a photo may have ${LARGEST_PHOTO / 1e6} MB.`);
  const type = photoType(content);
  if (!type) return no("This is not a photo that is kept here. Choose a JPEG, PNG or WebP picture.");
  return accepted({ type, bytes: content.length });
}
