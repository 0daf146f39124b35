import { defineConfig } from "vitest/config";

export default defineConfig({
  test: {
    projects: [
      {
        test: {
          name: "core",
          include: ["{core,contract,station,demo,web}/**/*.test.ts"],
          testTimeout: 60_000,
        },
      },
      {
        test: {
          name: "server",
          include: ["server/**/*.test.ts"],
          globalSetup: ["server/src/testing/database.ts"],
          testTimeout: 30_000,
          hookTimeout: 60_000,
        },
      },
      {
        test: {
          name: "e2e",
          include: ["e2e/**/*.test.ts"],
          testTimeout: 240_000,
          hookTimeout: 120_000,
          fileParallelism: false,
        },
      },
    ],
  },
});
