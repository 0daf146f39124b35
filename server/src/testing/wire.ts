import { createConnection, createServer } from "node:net";
import type { AddressInfo, Socket } from "node:net";

/** A line to a database that can be cut. */
export interface Wire {
  /** The address of the database over this line. */
  readonly url: string;
  /**
   * What happens to the next commit: its line is cut before it gets there, or before its answer is back, and
   * with it all others where it goes down.
   */
  cutAtCommit(when: "before" | "after", down?: "down"): void;
  /** Cuts every line and takes no new one, until it is mended. */
  down(): void;
  mend(): void;
  close(): void;
}

/** What is to happen, and what goes over the line. */
interface State {
  readonly open: Set<Socket>;
  cut: "before" | "after" | null;
  down: boolean;
  downWithIt: boolean;
}

/** Lays a line to a PostgreSQL: it passes on what both sides say until it is told to break. */
export async function layWire(database: string): Promise<Wire> {
  const to = new URL(database);
  const state: State = { open: new Set(), cut: null, down: false, downWithIt: false };
  const server = createServer((near) => {
    if (state.down) near.destroy();
    else join(near, createConnection(Number(to.port), to.hostname), state);
  });
  await new Promise<void>((resolve) => {
    server.listen(0, "127.0.0.1", resolve);
  });
  const { port } = server.address() as AddressInfo;
  return {
    url: Object.assign(new URL(database), { host: `127.0.0.1:${port}` }).href,
    cutAtCommit: (when, goesDown) => {
      state.cut = when;
      state.downWithIt = goesDown === "down";
    },
    down: () => {
      state.down = true;
      cutAll(state);
    },
    mend: () => {
      state.down = false;
    },
    close: () => {
      cutAll(state);
      server.close();
    },
  };
}

function cutAll({ open }: State): void {
  for (const socket of open) socket.destroy();
}

/** Joins two ends until one of them ends, or a commit is to be cut off. */
function join(near: Socket, far: Socket, state: State): void {
  let silent = false;
  const end = (): void => {
    near.destroy();
    far.destroy();
  };
  for (const socket of [near, far]) {
    state.open.add(socket);
    socket.on("error", end).on("close", () => {
      state.open.delete(socket);
      end();
    });
  }
  near.on("data", (said: Buffer) => {
    // A simple query of the protocol: Q, four bytes of length, the words, a zero.
    const when = said.includes("commit\0") ? state.cut : null;
    if (when !== null) state.cut = null;
    silent ||= when === "after";
    if (when === "before") end();
    else far.write(said);
  });
  far.on("data", (answer: Buffer) => {
    if (!silent || !answer.includes("COMMIT\0")) {
      near.write(answer);
      return;
    }
    state.down ||= state.downWithIt;
    if (state.down) cutAll(state);
    else end();
  });
}
