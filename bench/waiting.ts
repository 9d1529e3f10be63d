/**
 * How long others wait, and how much memory the server takes, while it makes papers and reads archives, each compared with the same
 * requests of an idle server, in one run.
 */
import { at, boxOf, json, memory, type Server, started } from './served.ts';

const BOXES = Number(process.env['BOXES'] ?? 1000);

const JOB = 'bench-job-1';
const box = (index: number) => ({
  name: `Box ${index}`,
  room: `Room ${index % 12}`,
  box: boxOf('18 in3, 2x 12/2, duplex'),
});

/** Asks for small things all the while; tells how long the answers took. */
async function waitsDuring(server: Server, work: () => Promise<unknown>) {
  const waits: number[] = [];
  let most = memory(server);
  let over = false;
  const asking = (async () => {
    while (!over) {
      const begin = performance.now();
      await (await fetch(`${server.address}/jobs?most=30&words=${Math.random()}`)).text();
      waits.push(performance.now() - begin);
      most = Math.max(most, memory(server));
      await new Promise((resolve) => setTimeout(resolve, 5));
    }
  })();
  const begin = performance.now();
  await work();
  const took = performance.now() - begin;
  over = true;
  await asking;
  return { took, most, p50: at(waits, 0.5), p99: at(waits, 0.99), longest: at(waits, 1) };
}

const say = (
  name: string,
  { took, most, p50, p99, longest }: Awaited<ReturnType<typeof waitsDuring>>,
  idle: number,
) =>
  console.log(
    `${name}: ${(took / 1000).toFixed(1)} s; others waited ${p50.toFixed(0)} ms (median), ${p99.toFixed(0)} ms (p99), ${longest.toFixed(0)} ms (longest); memory ${most.toFixed(0)} MB, ${(most - idle).toFixed(0)} above idle`,
  );

const one = await started('one');
await fetch(`${one.address}/jobs`, json('POST', { id: JOB, name: 'Bench', edition: 'nec2023' }));
for (let index = 0; index < BOXES; index += 1) {
  const answer = await fetch(
    `${one.address}/jobs/${JOB}/boxes`,
    json('POST', { id: `bench-box-${index}`, ...box(index) }),
  );
  if (!answer.ok) throw new Error(await answer.text());
}
await new Promise((resolve) => setTimeout(resolve, 3000));
const idle = memory(one);
const rest = await waitsDuring(one, () => new Promise((resolve) => setTimeout(resolve, 3000)));
say('idle', rest, idle);
const get = (path: string) => async () => (await fetch(`${one.address}/jobs/${JOB}/${path}`)).arrayBuffer();
for (const path of ['labels.pdf', 'sheets.pdf', 'boxes.csv', 'archive.zip'])
  say(path, await waitsDuring(one, get(path)), idle);
const zip = Buffer.from(await get('archive.zip')());
const send = (server: Server, path: string) => async () => {
  const answer = await fetch(`${server.address}${path}`, {
    method: 'POST',
    headers: { 'content-type': 'application/zip' },
    body: zip,
  });
  if (!answer.ok) throw new Error(await answer.text());
};
say(
  `preview of ${(zip.length / 1e6).toFixed(1)} MB`,
  await waitsDuring(one, send(one, '/archives/preview')),
  idle,
);
const two = await started('two');
const idleTwo = memory(two);
say('import', await waitsDuring(two, send(two, '/archives')), idleTwo);
process.exit();
