/** `/health/alive`: 200 while this process answers. A process without an answer should be restarted. */
export const loader = () => new Response("alive\n", { headers: { "Cache-Control": "no-store" } });
