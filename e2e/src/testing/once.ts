import type { TestProject } from "vitest/node";
import { layGround } from "../ground.ts";
import type { Ground } from "../ground.ts";

declare module "vitest" {
  interface ProvidedContext {
    ground: Ground;
  }
}

/** The demo and the programs, made once for all browser tests. */
export default async function setup(project: TestProject): Promise<() => Promise<void>> {
  const { ground, clear } = await layGround();
  project.provide("ground", ground);
  return clear;
}
