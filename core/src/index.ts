/** The trade, in one door: for callers that want everything. Workers import the module they need. */
export * from './box/assembled.ts';
export * from './box/document.ts';
export * from './box/words.ts';
export * from './edition/index.ts';
export * from './fill/amount.ts';
export * from './fill/refusals.ts';
export * from './fill/tally.ts';
export * from './fill/tally-json.ts';
export * from './fill/verdict.ts';
export * from './quantity/length.ts';
export * from './quantity/volume.ts';
export * from './shorthand/errors.ts';
export * from './shorthand/print.ts';
export * from './shorthand/read.ts';
