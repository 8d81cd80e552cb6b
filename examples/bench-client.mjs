// Talks to a practice bench over loopback, line by line:
//   bin/spark-sum bench demo/hive-listener.board.json --seed 7 --fault regulator.R2:open --serve 4790
//   node examples/bench-client.mjs 4790 "meter regulator.out" "current"
// Without commands it reads every test point.
import { connect } from 'node:net';
import { createInterface } from 'node:readline';

const [port, ...commands] = process.argv.slice(2);
const socket = connect(Number(port), '127.0.0.1');
const answers = createInterface({ input: socket })[Symbol.asyncIterator]();

/** One line out, one JSON line in. */
async function ask(line) {
  socket.write(`${line}\n`);
  const { value, done } = await answers.next();
  if (done) throw new Error('the bench has closed the connection');
  return JSON.parse(value);
}

const lines = commands.length ? commands : (await ask('points')).points.map((point) => `meter ${point}`);
for (const line of lines) {
  const { text, smoke = [] } = await ask(line);
  console.log(text);
  for (const s of smoke) console.log(`  smoke: ${s.stage}.${s.part}, ${s.why}`);
}
socket.end('quit\n');
