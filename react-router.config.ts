import type { Config } from "@react-router/dev/config";

export default {
  appDirectory: "app",
  ssr: true,
  // Every route is known at once: a device without its server cannot ask for more of them.
  routeDiscovery: { mode: "initial" },
  future: { v8_middleware: true, v8_viteEnvironmentApi: true, v8_splitRouteModules: false },
} satisfies Config;
