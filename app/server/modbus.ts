/** Connections to devices that speak Modbus TCP. */
import type Modbus from "modbus-serial";

const UNIT = 1;

/**
 * Connects to a device.
 * @param address "host:port"
 * @param patienceMs for the connection, and for each answer
 * @throws where it is not there in time
 */
export async function connectModbus(client: Modbus, address: string, patienceMs: number): Promise<void> {
  const [host, port] = address.split(":") as [string, string];
  let timer: NodeJS.Timeout | undefined;
  const late = new Promise<never>((_, reject) => {
    timer = setTimeout(() => reject(new Error("no answer")), patienceMs);
  });
  await Promise.race([client.connectTCP(host, { port: Number(port) }), late]).finally(() => clearTimeout(timer));
  client.setID(UNIT);
  client.setTimeout(patienceMs);
}
