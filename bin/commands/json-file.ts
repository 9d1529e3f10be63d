/** Reads a JSON file that a schema describes; what is wrong is named with its field. */
import { readFileSync } from 'node:fs';
import { EXIT } from './exit.ts';
import { isFile } from './input.ts';

/** What reads a value and names what is wrong with it: every schema of core does. */
interface Reader<T> {
  safeParse(value: unknown):
    | { readonly success: true; readonly data: T }
    | {
        readonly success: false;
        readonly error: {
          readonly issues: readonly { readonly path: readonly PropertyKey[]; readonly message: string }[];
        };
      };
}

/** The value of a file, or of standard input for `-`; undefined where it cannot be read, which is said and sets the exit code. */
export function readJsonFile<T>(file: string, schema: Reader<T>, example: string): T | undefined {
  const name = file === '-' ? 'standard input' : file;
  const refuse = (why: string) => {
    console.error(`${name}: ${why}`);
    process.exitCode = EXIT.unreadable;
    return undefined;
  };
  if (file !== '-' && !isFile(file)) return refuse('there is no such file');
  let read: unknown;
  try {
    read = JSON.parse(readFileSync(file === '-' ? 0 : file, 'utf8'));
  } catch {
    return refuse(`it is not JSON; expected an object such as ${example}`);
  }
  const parsed = schema.safeParse(read);
  if (parsed.success) return parsed.data;
  const [issue] = parsed.error.issues;
  return refuse(`${issue?.path.join('.') || 'the file'}: ${issue?.message ?? 'cannot be read'}`);
}
