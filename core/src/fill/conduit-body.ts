/**
 * Conduit bodies, NEC 314.16(C): for 6 AWG and smaller, a cross-section of at least twice that of the
 * largest conduit entering; splices only in a body marked with a volume, then counted like a box.
 */
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
  const where = edition.sections['conduit-body'];
  const say = (text: string) => warnings.push({ code: 'conduit-body', text });
  const joined = box.items.some(
    (item) =>
      item.kind === 'cable' ||
      item.kind === 'device' ||
      (item.kind === 'conductors' && item.run === 'enters'),
  );
  if (box.shell.volume === undefined) {
    say(
      joined
        ? `Splices and devices are allowed only in a conduit body marked with its volume (${where}): read the mark, or use a box.`
        : `A conduit body without a volume mark may only be pulled through (${where}): nothing is counted, so there is no fill answer.`,
    );
  }
  if (body.section === undefined || body.conduit === undefined) {
    say(`Not checked: its cross-section against twice the largest conduit (${where}).`);
    return;
  }
  const enough = twiceTheConduit(body.section, body.conduit);
  say(
    enough
      ? `Cross-section ${body.section} in² is at least twice the conduit’s ${body.conduit} in² (${where}).`
      : `Cross-section ${body.section} in² is less than twice the conduit’s ${body.conduit} in²: too small (${where}).`,
  );
}
