/**
 * Conduit bodies, NEC 314.16(C): for 6 AWG and smaller, a cross-section of at least twice that of the
 * largest conduit entering; splices only in a body marked with a volume, then counted like a box.
 */
import { warning } from '../finding/finding.ts';
import type { Warning } from '../box/assembled.ts';
import type { BoxDocument } from '../box/document.ts';
import type { Edition } from '../edition/index.ts';
import { readNumber } from '../quantity/number.ts';

/** Whether `section` is at least twice `conduit`, exactly; both plain decimals of one unit. */
export function twiceTheConduit(section: string, conduit: string): boolean | undefined {
  const body = readNumber(section);
  const pipe = readNumber(conduit);
  return body && pipe ? body.of * pipe.over >= 2n * pipe.of * body.over : undefined;
}

/** Says what the count cannot: the body's cross-section, and splices in an unmarked body. */
export function warnOfConduitBody(box: BoxDocument, edition: Edition, warnings: Warning[]): void {
  const body = box.shell.conduitBody;
  if (!body) return;
  const rule = edition.sections['conduit-body'];
  const say = (
    why: 'splices' | 'pull-only' | 'unchecked' | 'enough' | 'small',
    told: { section?: string; conduit?: string } = {},
  ) => warnings.push(warning('conduit-body', { why, rule, ...told }, rule));
  const joined = box.items.some(
    (item) =>
      item.kind === 'cable' ||
      item.kind === 'device' ||
      (item.kind === 'conductors' && item.run === 'enters'),
  );
  if (box.shell.volume === undefined) {
    say(joined ? 'splices' : 'pull-only');
  }
  if (body.section === undefined || body.conduit === undefined) {
    say('unchecked');
    return;
  }
  const enough = twiceTheConduit(body.section, body.conduit);
  say(enough ? 'enough' : 'small', { section: body.section, conduit: body.conduit });
}
