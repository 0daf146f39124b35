import { spawn } from "node:child_process";
import type { ChildProcess } from "node:child_process";
import { once } from "node:events";
import { createServer } from "node:net";
import type { AddressInfo } from "node:net";

/** A server of a house, which can be killed and comes again where it was. */
export class Server {
  #process: ChildProcess | null = null;
  #coming: Promise<void> = Promise.resolve();
  /** What it said when it first began. */
  said = "";
  private constructor(
    readonly port: number,
    private readonly program: string,
    private readonly env: NodeJS.ProcessEnv,
  ) {}

  get base(): string {
    return `http://127.0.0.1:${this.port}`;
  }

  static async beside(program: string, env: NodeJS.ProcessEnv): Promise<Server> {
    return new Server(await freePort(), program, env);
  }

  /** @param until what it says once it is there @throws Error where it does not begin */
  async begin(until = "serving "): Promise<void> {
    const { program, env, port } = this;
    const server = spawn(process.execPath, [program], {
      env: { ...env, PORT: String(port) },
      stdio: ["pipe", "pipe", "inherit"],
    });
    this.#process = server;
    this.said = await new Promise<string>((found, failed) => {
      let text = "";
      server.stdout.on("data", (d: Buffer) => {
        text += d.toString();
        if (text.includes(until)) found(text);
      });
      server.on("exit", (code) => failed(new Error(`the server ended with ${code}: ${text}`)));
    });
  }

  /** Kills it, once it is there, and lets it come again. */
  fallOver(): Promise<void> {
    this.#coming = this.#coming.then(async () => {
      await this.end("SIGKILL");
      await this.begin();
    });
    return this.#coming;
  }

  /** Without a word, as when the power fails; or, asked to, once it has finished. */
  async end(how: "SIGKILL" | "SIGTERM"): Promise<void> {
    const server = this.#process;
    this.#process = null;
    if (!server || server.exitCode !== null) return;
    server.kill(how);
    await once(server, "exit");
  }
}

/** A port that is free now and stays its server's while that is away: nobody else here asks for one. */
async function freePort(): Promise<number> {
  const probe = createServer().listen(0, "127.0.0.1");
  await once(probe, "listening");
  const { port } = probe.address() as AddressInfo;
  probe.close();
  await once(probe, "close");
  return port;
}
