/** The page of the mail that the stand-in took, and the switch that turns it off and on. */
import { createServer, type Server } from "node:http";
import type { mailServer, TakenMail } from "./mail-server.ts";

const escaped = (text: string): string =>
  text.replaceAll("&", "&amp;").replaceAll("<", "&lt;").replaceAll(">", "&gt;").replaceAll('"', "&quot;");

const mailPart = ({ from, to, replyTo, subject, text, attachments, at }: TakenMail): string => {
  const lines = escaped(text).replace(/https?:\/\/[^\s]+/g, (link) => `<a href="${link}">${link}</a>`);
  return `<article><h2>${escaped(subject)}</h2><p>${escaped(at)}: from ${escaped(from)} to ${escaped(to)}, replies to ${escaped(replyTo)}</p><pre>${lines}</pre>${attachments.map(({ name, bytes }) => `<p>Enclosed: ${escaped(name)}, ${bytes} bytes</p>`).join("")}</article>`;
};

const STYLE =
  "body{font:17px/1.5 sans-serif;max-width:46rem;margin:1rem auto;padding:0 1rem;background:#F5F3EC;color:#1D2A30}article{border-top:2px solid;padding:.6rem 0}pre{white-space:pre-wrap;font:inherit}h2{margin:0;font-size:1.1rem}";

/** `GET /`: the mail. `GET /mails`: the same as JSON. `POST /off` and `POST /on` switch the mail server. */
export function postPage({ taken, switchOff }: ReturnType<typeof mailServer>): Server {
  let isOff = false;
  return createServer((request, response) => {
    if (request.method === "POST" && (request.url === "/off" || request.url === "/on")) {
      isOff = request.url === "/off";
      switchOff(isOff);
      response.writeHead(303, { Location: "/" }).end();
      return;
    }
    if (request.url === "/mails") {
      response.writeHead(200, { "Content-Type": "application/json" }).end(JSON.stringify(taken));
      return;
    }
    const body = [...taken].reverse().map(mailPart).join("") || "<p>Nothing has been sent yet.</p>";
    response
      .writeHead(200, { "Content-Type": "text/html; charset=utf-8" })
      .end(
        `<!doctype html><meta charset="utf-8"><title>Post, a stand-in</title><style>${STYLE}</style><h1>Mail that would have been sent</h1><form method="post" action="/${isOff ? "on" : "off"}"><button>Switch the mail server ${isOff ? "on" : "off"}</button></form>${body}`,
      );
  });
}
