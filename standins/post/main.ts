/** Starts the stand-in of a mail server: `PORT` takes mail, the port after it shows what was taken. */
import { mailServer } from "./mail-server.ts";
import { postPage } from "./page.ts";

const port = Number(process.env.PORT ?? 4874);
const post = mailServer();
post.server.on("error", () => {});
post.server.listen(port, "127.0.0.1", () => {
  postPage(post).listen(port + 1, "127.0.0.1", () => {
    process.send?.("listening");
    console.log(`mail at 127.0.0.1:${port}, its page at http://127.0.0.1:${port + 1}`);
  });
});
