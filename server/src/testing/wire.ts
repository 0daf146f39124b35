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

/** Lays a line to a PostgreSQL: it passes on what both sides say until it is told to break. */
export async function layWire(database: string): Promise<Wire> {
  const to = new URL(database);
  const open = new Set<Socket>();
  let cut: "before" | "after" | null = null;
  let [down, downWithIt] = [false, false];
  const cutAll = (): void => {
    for (const socket of open) socket.destroy();
  };
  const server = createServer((near) => {
    if (down) {
      near.destroy();
      return;
    }
    const far = createConnection(Number(to.port), to.hostname);
    let silent = false;
    const end = (): void => {
      near.destroy();
      far.destroy();
    };
    for (const socket of [near, far]) {
      open.add(socket);
      socket.on("error", end).on("close", () => {
        open.delete(socket);
        end();
      });
    }
    near.on("data", (said: Buffer) => {
      // A simple query of the protocol: Q, four bytes of length, the words, a zero.
      const commits = said.includes("commit\0");
      if (commits && cut === "before") {
        cut = null;
        end();
        return;
      }
      if (commits && cut === "after") {
        cut = null;
        silent = true;
      }
      far.write(said);
    });
    far.on("data", (answer: Buffer) => {
      if (silent && answer.includes("COMMIT\0")) {
        down ||= downWithIt;
        if (down) cutAll();
        else end();
      } else near.write(answer);
    });
  });
  await new Promise<void>((resolve) => {
    server.listen(0, "127.0.0.1", resolve);
  });
  const { port } = server.address() as AddressInfo;
  return {
    url: Object.assign(new URL(database), { host: `127.0.0.1:${port}` }).href,
    cutAtCommit: (when, goesDown) => {
      cut = when;
      downWithIt = goesDown === "down";
    },
    down: () => {
      down = true;
      cutAll();
    },
    mend: () => {
      down = false;
    },
    close: () => {
      cutAll();
      server.close();
    },
  };
}
