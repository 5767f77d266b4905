/** The stand-in of a clamp recorder in its own process, for tests. */
import { type ChildProcess, spawn } from "node:child_process";

export { freePort } from "../scripts/database.mjs";

/**
 * @param speed seconds of its clock in one real second while it records a month
 * @param more further settings of it
 */
export async function startRecorder(port: number, speed: number, more: NodeJS.ProcessEnv = {}): Promise<ChildProcess> {
  const env = {
    ...process.env,
    ...more,
    PORT: String(port),
    CLAMPS: "2",
    VOLTS: "120",
    SPEED: String(speed),
    DAYS: "31",
  };
  const recorder = spawn(process.execPath, ["--import", "tsx", "standins/clamps/main.ts"], {
    env,
    stdio: ["ignore", "pipe", "inherit"],
  });
  await new Promise<void>((resolve, reject) => {
    recorder.stdout?.on("data", (text) => /^clamps:/.test(String(text)) && resolve());
    recorder.once("exit", (code) => reject(new Error(`the recorder ended with ${code}`)));
  });
  return recorder;
}
