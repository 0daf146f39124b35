import type { Server } from "node:http";

/** Connections nobody asks anything on are looked for this often, in milliseconds. */
const LOOK_EVERY = 20;

/** Stops taking requests and lets those in flight have their answers. */
export async function lastAnswers(server: Server): Promise<void> {
  // What is asked over a connection that stays open is still answered, and told to be the last.
  server.prependListener("request", (_req, res) => {
    res.setHeader("Connection", "close");
  });
  const closed = new Promise<void>((done) => {
    server.close(() => done());
  });
  const looking = setInterval(() => server.closeIdleConnections(), LOOK_EVERY);
  await closed;
  clearInterval(looking);
}
