import { pathOf, paths } from "@mossy/contract/paths";
import type { Params, RouteName } from "@mossy/contract/paths";
import type { AnswerOf, BodyOf, OnceRoute } from "@mossy/contract/routes";
import { fileAddress, insist, problemOf, reach, send } from "./ask.ts";

// What goes over the wire as files: none of it is in the first page's script.

/** Hands a file over, with what the query says about it; the same file is handed over once. */
export async function hand<N extends OnceRoute>(
  name: N,
  params: Params<N>,
  file: Blob,
  query: Readonly<Record<string, string>>,
): Promise<AnswerOf<N>> {
  const path = `${pathOf(name, params)}?${new URLSearchParams(query).toString()}`;
  const number = files.get(file) ?? ++handed;
  files.set(file, number);
  return insist(name, path, { body: file, type: "application/octet-stream" }, `${path} ${number}`);
}
const files = new WeakMap<Blob, number>();
let handed = 0;

/** Sends a piece of a sound on its way in. @param at its first byte. @returns what is there now */
export const sendPiece = (coming: string, at: number, piece: Blob): Promise<AnswerOf<"soundPiece">> =>
  send("soundPiece", pathOf("soundPiece", { coming, at }), {
    body: piece,
    type: "application/octet-stream",
  });

/** Asks the house for a file that is made of what is sent. @throws AskProblem */
export async function askFile<N extends RouteName>(
  name: N,
  params: Params<N>,
  body: BodyOf<N>,
): Promise<Uint8Array> {
  const res = await reach(`/api${pathOf(name, params)}`, {
    method: paths[name][0].toUpperCase(),
    body: JSON.stringify(body),
    headers: { "Content-Type": "application/json" },
  });
  if (!res.ok) throw await problemOf(res);
  return new Uint8Array(await res.arrayBuffer());
}

/** Fetches a file the house hands out. @throws AskProblem */
export async function fetchFile<N extends RouteName>(name: N, params: Params<N>): Promise<Uint8Array> {
  const res = await reach(fileAddress(name, params), {});
  if (!res.ok) throw await problemOf(res);
  return new Uint8Array(await res.arrayBuffer());
}
