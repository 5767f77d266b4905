/** Settings from the environment, read once. */
export const settings = {
  port: Number(process.env.PORT ?? 4870),
  /** Loopback unless told otherwise. */
  host: process.env.HOST ?? "127.0.0.1",
  databaseUrl: process.env.DATABASE_URL ?? "",
  /** One-click sign-in of the demo people. */
  demo: process.env.HERON_DEMO === "1",
  logLevel: process.env.HERON_LOG ?? "info",
} as const;
