import pino from "pino";
import { traceFacts } from "./trace";

export const log = pino({
  level: process.env.LOG_LEVEL ?? "info",
  base: { process: process.env.RUBRICK_PROCESS ?? "web" },
  mixin: traceFacts,
});
