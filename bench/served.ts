/** A server of its own in a process of its own, for the benchmarks that ask it over HTTP. */
import { spawn } from 'node:child_process';
import { mkdtempSync, readFileSync, rmSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { type BoxDocument, readCountLine } from '@dense-pack/core';

const ROOT = join(import.meta.dirname, '..');
const folder = mkdtempSync(join(tmpdir(), 'dense-pack-bench-'));
const servers: { kill: () => boolean }[] = [];
process.once('exit', () => {
  for (const server of servers) server.kill();
  rmSync(folder, { recursive: true, force: true });
});

export const databaseOf = (name: string): string => join(folder, `${name}.db`);

/** Starts a server on the database of this name. @returns once it says its address */
export async function started(name: string) {
  const begin = performance.now();
  const child = spawn(process.execPath, ['scripts/server.mjs'], {
    cwd: ROOT,
    env: { ...process.env, DENSE_PACK_DB: databaseOf(name), PORT: '0' },
    stdio: ['ignore', 'pipe', 'inherit'],
  });
  servers.push(child);
  const address = await new Promise<string>((resolve) => {
    child.stdout.on('data', (said: Buffer) => {
      const found = /http:\S+/.exec(String(said))?.[0];
      if (found) resolve(`${found}/api/v1`);
    });
  });
  return { child, address, took: performance.now() - begin };
}
export type Server = Awaited<ReturnType<typeof started>>;

export const json = (method: string, body: unknown) => ({
  method,
  headers: { 'content-type': 'application/json' },
  body: JSON.stringify(body),
});

/** @throws for a count line that cannot be read */
export function boxOf(line: string): BoxDocument {
  const read = readCountLine(line);
  if (!read.ok) throw new Error(read.error.expected);
  return read.box;
}

/** Resident memory, MB. */
export const memory = ({ child }: Server): number =>
  Number(/VmRSS:\s+(\d+)/.exec(readFileSync(`/proc/${child.pid}/status`, 'utf8'))?.[1]) / 1024;

/** The time below which this share of all lies. */
export const at = (times: readonly number[], share: number): number =>
  [...times].sort((a, b) => a - b)[Math.min(times.length - 1, Math.floor(times.length * share))] ?? NaN;
