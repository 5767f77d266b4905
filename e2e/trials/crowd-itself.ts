/** The process that sends all requests of `crowd.ts` at once, and reports the statuses. */
import { readFileSync } from "node:fs";

const { url, cookie, job, signIns, pictures, file } = JSON.parse(process.env.CROWD ?? "{}");
const picture = new Uint8Array(readFileSync(file));

const signIn = (i: number) =>
  fetch(`${url}/sign-in`, {
    method: "POST",
    redirect: "manual",
    headers: {
      Origin: url,
      "Content-Type": "application/x-www-form-urlencoded",
      "X-Forwarded-For": `10.9.${i >> 8}.${i & 255}`,
    },
    body: new URLSearchParams({ email: `nobody-${i}@x.example`, password: "a guess" }).toString(),
  });

function addPicture(i: number) {
  const form = new FormData();
  const said = { id: `crowd-picture-${process.pid}-${i}`, item: "meter", takenAt: "0" };
  for (const [name, value] of Object.entries(said)) form.set(name, value);
  form.set("picture", new File([picture], "large.jpg", { type: "image/jpeg" }));
  return fetch(`${url}/jobs/${job}/photos`, { method: "POST", headers: { Origin: url, Cookie: cookie }, body: form });
}

const times = <T>(count: number, make: (i: number) => T) => Array.from({ length: count }, (_, i) => make(i));
const statuses = await Promise.all(
  [...times(signIns, signIn), ...times(pictures, addPicture)].map(async (sent) => {
    const response = await sent;
    await response.arrayBuffer();
    return String(response.status);
  }),
);
console.log(JSON.stringify(statuses));
