/** Settings from the environment, read once. */
export const settings = {
  port: Number(process.env.PORT ?? 4870),
  /** Loopback unless told otherwise. */
  host: process.env.HOST ?? "127.0.0.1",
  databaseUrl: process.env.DATABASE_URL ?? "",
  /** One-click sign-in of the demo people. */
  demo: process.env.HERON_DEMO === "1",
  /** Where clamp recorders may answer, host:port with commas between; no other address is asked. */
  recorders: (process.env.HERON_RECORDERS ?? "").split(",").filter((a) => /^[\w.-]+:\d{1,5}$/.test(a)),
  /** How many proxies in front are believed in what they say of address and TLS; none unless told. */
  trustedProxies: Number(process.env.TRUST_PROXY ?? 0) || 0,
  /** A port for those who watch the process; none unless told. */
  metricsPort: Number(process.env.METRICS_PORT ?? 0) || 0,
  metricsHost: process.env.METRICS_HOST ?? "127.0.0.1",
  logLevel: process.env.HERON_LOG ?? "info",
} as const;
