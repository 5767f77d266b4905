/** A MariaDB Galera cluster on loopback: private folders, ports of its own; nodes can be killed and started again. */
import { spawnSync } from "node:child_process";
import { existsSync } from "node:fs";
import path from "node:path";
import { createConnection } from "mysql2/promise";
import { freePort, startDatabase } from "./database.mjs";
import { PlainError } from "./setup.mjs";

const PROVIDER = ["/usr/lib/galera/libgalera_smm.so", "/usr/lib/libgalera_smm.so"].find(existsSync);
/** A node that joins may take over all data first. */
const JOIN_WAIT_MS = 180_000;

/** Position of a killed node in the writes of the cluster, so that it requests only the missing ones. */
function recoveredPosition(data) {
  const { stderr } = spawnSync(
    existsSync("/usr/sbin/mariadbd") ? "/usr/sbin/mariadbd" : "mariadbd",
    [
      "--no-defaults",
      `--datadir=${data}`,
      "--wsrep-recover",
      "--wsrep-on=ON",
      `--wsrep-provider=${PROVIDER}`,
      "--user=mysql",
    ],
    { encoding: "utf8" },
  );
  return /Recovered position:?\s*([0-9a-f-]+:-?\d+)/.exec(stderr ?? "")?.[1] ?? null;
}

async function waitUntilSynced(url) {
  for (const from = Date.now(); Date.now() - from < JOIN_WAIT_MS; ) {
    const state = await createConnection(url)
      .then(async (connection) => {
        const [rows] = await connection.query("show status like 'wsrep_local_state_comment'");
        await connection.end();
        return rows[0]?.Value;
      })
      .catch(() => null);
    if (state === "Synced") return;
    await new Promise((resolve) => setTimeout(resolve, 200));
  }
  throw new PlainError("A node of the cluster did not join.");
}

/**
 * Starts a cluster.
 * @param folder where the nodes' folders live
 * @returns the address with all nodes, and the nodes, each with `kill()` and `start()`
 */
export async function startCluster({ folder, nodes: count = 3 }) {
  if (!PROVIDER) throw new PlainError("The Galera library is not installed (Debian: galera-4).");
  const ports = await Promise.all(
    Array.from({ length: count }, async () => ({
      sql: await freePort(),
      group: await freePort(),
      ist: await freePort(),
      sst: await freePort(),
    })),
  );
  const members = ports.map(({ group }) => `127.0.0.1:${group}`).join(",");
  let password = null;

  const start = async (i, isFirst) => {
    const { sql, group, ist, sst } = ports[i];
    const own = path.join(folder, `node-${i + 1}`);
    const data = path.join(own, "data");
    const position = existsSync(path.join(data, "grastate.dat")) ? recoveredPosition(data) : null;
    const database = await startDatabase({
      folder: own,
      port: sql,
      password: isFirst ? null : password,
      startWaitMs: JOIN_WAIT_MS,
      // Started as root, the programs that copy data between nodes would run as the user nobody.
      user: "mysql",
      options: [
        "--wsrep-on=ON",
        `--wsrep-provider=${PROVIDER}`,
        "--wsrep-cluster-name=heron",
        `--wsrep-cluster-address=gcomm://${isFirst ? "" : members}`,
        `--wsrep-node-name=node-${i + 1}`,
        `--wsrep-node-address=127.0.0.1:${group}`,
        `--wsrep-provider-options=gmcast.listen_addr=tcp://127.0.0.1:${group};ist.recv_addr=127.0.0.1:${ist};gcache.size=128M;evs.keepalive_period=PT0.5S;evs.suspect_timeout=PT2S`,
        "--wsrep-sst-method=rsync",
        `--wsrep-sst-receive-address=127.0.0.1:${sst}`,
        "--binlog-format=ROW",
        "--innodb-autoinc-lock-mode=2",
        ...(isFirst ? ["--wsrep-new-cluster"] : []),
        ...(position ? [`--wsrep-start-position=${position}`] : []),
      ],
    });
    if (isFirst) password = database.password;
    await waitUntilSynced(database.url);
    return database;
  };

  const running = [await start(0, true)];
  for (let i = 1; i < count; i++) running.push(await start(i, false));
  const nodes = running.map((_, i) => ({
    url: () => running[i].url,
    port: ports[i].sql,
    /** The node is gone at once. */
    kill: () =>
      new Promise((resolve) => {
        running[i].process.once("exit", resolve);
        running[i].process.kill("SIGKILL");
      }),
    start: async () => {
      running[i] = await start(i, false);
    },
  }));
  const hosts = (order) => order.map((i) => `127.0.0.1:${ports[i].sql}`).join(",");
  return {
    nodes,
    /** The address of the whole cluster; the node that is asked first comes first. */
    urlFrom: (first) => {
      const order = nodes.map((_, i) => (first + i) % nodes.length);
      return `mysql://heron:${password}@${hosts(order)}/heron`;
    },
    stop: async () => {
      for (const database of running.toReversed()) await database.stop();
    },
  };
}
