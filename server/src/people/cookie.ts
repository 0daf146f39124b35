import type { Request, Response } from "express";
import { parseCookie, stringifySetCookie } from "cookie";
import { SIGNED_IN_FOR_DAYS } from "./signIns.ts";

/** The name without and with TLS; browsers take the second only over TLS, for this host and every path. */
const NAMES = { plain: "mossy", secure: "__Host-mossy" } as const;
const nameFor = (req: Request): string => (req.secure ? NAMES.secure : NAMES.plain);

/** The token a request carries in its cookie. */
export const cookieToken = (req: Request): string | null =>
  parseCookie(req.headers.cookie ?? "")[nameFor(req)] ?? null;

/** The token of a station's request. */
export const bearerToken = (req: Request): string | null =>
  /^Bearer ([\w-]{20,100})$/.exec(req.headers.authorization ?? "")?.[1] ?? null;

/** Gives the browser a token to keep, or takes it away. */
export function setToken(req: Request, res: Response, token: string | null): void {
  res.setHeader(
    "Set-Cookie",
    stringifySetCookie({
      name: nameFor(req),
      value: token ?? "",
      httpOnly: true,
      sameSite: "strict",
      path: "/",
      secure: req.secure,
      maxAge: token === null ? 0 : SIGNED_IN_FOR_DAYS * 86_400,
    }),
  );
}
