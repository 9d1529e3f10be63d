/** Reads a kit, the truck and its weights, from a file for the commands that use one. */
import { readFileSync } from 'node:fs';
import { Kit } from '@dense-pack/core/parts/kit';
import { EXIT } from './exit.ts';
import { isFile } from './input.ts';

/** The kit of a file; undefined where it cannot be read, which is said with the field that is wrong. */
export function readKit(file: string): Kit | undefined {
  const refuse = (why: string) => {
    console.error(`${file}: ${why}`);
    process.exitCode = EXIT.unreadable;
    return undefined;
  };
  if (!isFile(file)) return refuse('there is no such file');
  let read: unknown;
  try {
    read = JSON.parse(readFileSync(file, 'utf8'));
  } catch {
    return refuse('it is not JSON; expected an object such as {"only": true, "here": ["plastic-1g-old-20"]}');
  }
  const kit = Kit.safeParse(read);
  if (kit.success) return kit.data;
  const [issue] = kit.error.issues;
  return refuse(`${issue?.path.join('.') || 'the kit'}: ${issue?.message ?? 'cannot be read'}`);
}
