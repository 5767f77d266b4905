import type { Config } from "@react-router/dev/config";

export default {
  appDirectory: "app",
  ssr: true,
  future: { v8_middleware: true },
  // Every route is known from the start: without a line there is nobody to ask.
  routeDiscovery: { mode: "initial" },
} satisfies Config;
