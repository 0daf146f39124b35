import type { SoundHeld } from "@mossy/core/session/item";

/** What an item holds that plays a sound of the shelf. */
export const heldOf = ({
  hash,
  file,
  is,
}: {
  readonly hash: string;
  readonly file: string;
  readonly is: { readonly seconds: number; readonly rate: number; readonly channels: number } | null;
}): SoundHeld => ({
  kind: "sound",
  hash,
  file: file.slice(0, 255),
  seconds: is && is.seconds > 0 ? is.seconds : null,
  rate: is && is.rate > 0 ? Math.round(is.rate) : null,
  channels: is && is.channels > 0 ? is.channels : null,
});
