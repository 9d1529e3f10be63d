/** Findings as the command line answers them: the words beside what they are made of. */
import { type Finding, sentenceOf, whereOf } from '@dense-pack/core/finding/finding';
import type { Namer } from '@dense-pack/core/finding/say';

/** What a check finds: `{"check", "severity", "section", "words", "ids", "cure"}`, and its arguments. */
export function toldCheck(one: Finding<'check'>, say: Namer) {
  const { words, cure } = sentenceOf(one, say);
  const { code, severity, section, args, at } = one;
  return {
    check: code,
    severity,
    section,
    words,
    ...(at.pieces === undefined ? {} : { ids: at.pieces }),
    ...(cure === undefined ? {} : { cure }),
    args,
  };
}

/** What stands in the way of a plan: `{"code", "words", "section", "of"}`, and its arguments. */
export const toldObstacle = (one: Finding<'obstacle'>, say: Namer) => ({
  code: one.code,
  words: sentenceOf(one, say).words,
  section: one.section,
  of: whereOf(one),
  args: one.args,
});

/** What fails, or breaks a rule: `{"code", "severity", "section", "words", "where"}`, and its arguments. */
export const toldWiring = (one: Finding<'wiring' | 'proof'>, say: Namer) => ({
  code: one.code,
  severity: one.severity,
  section: one.section,
  words: sentenceOf(one, say).words,
  where: whereOf(one),
  args: one.args,
});
