import type { ChildProcess } from "node:child_process";
import Modbus from "modbus-serial";
import { afterAll, beforeAll, describe, expect, it } from "vitest";
import { readIntervalFile } from "#core/energy/intervals/formats/read.ts";
import { clampFindings } from "#core/energy/recorder/recorder.ts";
import { CLAMP_TROUBLES, HOLDING_REGISTERS } from "#core/energy/recorder/registers.ts";
import { necConventions } from "#core/rules/nec/conventions.ts";
import { freePort, startRecorder } from "#tests/stand-in.ts";
import * as recorders from "./recorders.ts";
import { devicesOf, settings } from "./settings.ts";

let port: number;
let standIn: ChildProcess;
let address: string;

/** A month in a second. */
const SPEED = 3_000_000;

beforeAll(async () => {
  port = await freePort();
  address = `127.0.0.1:${port}`;
  Object.assign(settings, {
    recorders: devicesOf(`ours=${address},ours=127.0.0.1:1,theirs=127.0.0.1:2,127.0.0.1:3`),
  });
  standIn = await startRecorder(port, SPEED);
});
afterAll(() => void standIn.kill("SIGKILL"));

const fault = async (clamp: number, trouble: (typeof CLAMP_TROUBLES)[number]) => {
  const client = new Modbus();
  await client.connectTCP("127.0.0.1", { port });
  client.setID(1);
  await client.writeRegister(HOLDING_REGISTERS.faults + clamp, CLAMP_TROUBLES.indexOf(trouble));
  client.close(() => {});
};

describe("a recorder on the line", () => {
  it("is found among the addresses of the settings; no other is asked", async () => {
    const found = await recorders.findRecorders("ours");
    expect(found.map((r) => [r.address, r.clamps.length, r.nominalVolts, r.state])).toEqual([
      [address, 2, 120, "idle"],
    ]);
    expect(recorders.isRecorderOf("ours", address)).toBe(true);
    expect(recorders.isRecorderOf("ours", "127.0.0.1:22")).toBe(false);
  });

  it("belongs to one firm; an address without a firm is refused", async () => {
    expect(recorders.isRecorderOf("theirs", address)).toBe(false);
    expect(recorders.isRecorderOf("ours", "127.0.0.1:2")).toBe(false);
    for (const firm of ["ours", "theirs", ""]) expect(recorders.isRecorderOf(firm, "127.0.0.1:3")).toBe(false);
    expect(await recorders.findRecorders("theirs")).toEqual([]);
  });

  it("records a month and is read out as a file with every minute in it", async () => {
    expect((await recorders.commandRecorder(address, "start")).state).toBe("recording");
    await expect.poll(async () => (await recorders.recorderStatus(address)).state).toBe("full");
    const { series, quality } = readIntervalFile(await recorders.readRecorder(address), necConventions, {
      zone: "America/New_York",
    });
    expect([series.intervalS, series.phases.length, series.phases[0]?.length]).toEqual([60, 2, 31 * 1440]);
    expect(quality.missing).toBe(0);
  });

  it("has its clamps looked at: turned, open, on another conductor", async () => {
    const said = async () =>
      clampFindings(await recorders.recorderStatus(address), false).map((f) => `${f.clamp} ${f.code}`);
    await fault(0, "open");
    expect(await said()).toContain("0 open");
    await fault(0, "no-signal");
    expect(await said()).toContain("0 no-signal");
    await fault(0, "none");
  });

  it("answers many questions one after the other", async () => {
    const all = await Promise.all(Array.from({ length: 12 }, () => recorders.recorderStatus(address)));
    expect(all.every((s) => s.records === 31 * 1440)).toBe(true);
  });

  it("that goes silent is said to be silent, and found again when it is back", async () => {
    standIn.kill("SIGKILL");
    await new Promise((resolve) => standIn.once("exit", resolve));
    await expect(recorders.recorderStatus(address)).rejects.toThrow(recorders.RecorderSilent);
    expect(await recorders.findRecorders("ours")).toEqual([]);
    standIn = await startRecorder(port, SPEED);
    expect((await recorders.recorderStatus(address)).state).toBe("idle");
  });
});
