import { defineConfig } from "vitest/config";

// What is waited for comes late on a machine with other things to do: only what never comes fails.
const expect = { poll: { timeout: 20_000 } };

export default defineConfig({
  test: {
    maxWorkers: 2,
    projects: [
      {
        test: {
          name: "core",
          expect,
          include: ["{core,contract,station,season,demo,web}/**/*.test.ts"],
          testTimeout: 60_000,
          // Nothing of these leaves a trace another could meet: read once by each worker, not once by each file.
          isolate: false,
        },
      },
      {
        test: {
          name: "server",
          expect,
          include: ["server/**/*.test.ts"],
          globalSetup: ["server/src/testing/once.ts"],
          testTimeout: 60_000,
          hookTimeout: 60_000,
          isolate: false,
        },
      },
      {
        test: {
          name: "e2e",
          expect,
          include: ["e2e/**/*.test.ts"],
          globalSetup: ["e2e/src/testing/once.ts"],
          testTimeout: 240_000,
          hookTimeout: 120_000,
          // After all others: a browser that waits for its turn is a browser that times out.
          sequence: { groupOrder: 1 },
        },
      },
    ],
  },
});
