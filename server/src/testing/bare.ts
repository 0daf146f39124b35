// A server that reads one row and says it: what any answer costs on this machine at least.
import express from "express";
import pg from "pg";

const pool = new pg.Pool({ connectionString: process.env["DATABASE_URL"], max: 10 });
const app = express();
app.get("/row", async (_req, res) => {
  const { rows } = await pool.query<object>("select * from house_rules");
  res.json(rows[0]);
});
const server = app.listen(0, "127.0.0.1", () => {
  const at = server.address();
  console.log(`serving http://127.0.0.1:${typeof at === "object" && at ? at.port : 0}`);
});
process.stdin.on("end", () => process.exit(0)).resume();
