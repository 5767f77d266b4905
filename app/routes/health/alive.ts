/** `/health/alive`: 200 as long as this process answers at all; where it does not, it is to be started anew. */
export const loader = () => new Response("alive\n", { headers: { "Cache-Control": "no-store" } });
