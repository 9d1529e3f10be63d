/** The published JSON Schema of the box document, made from the Zod schema. */
import { z } from 'zod';
import { BoxDocument, DOCUMENT_VERSION } from '../box/document.ts';

/**
 * JSON Schema (draft 2020-12) of a box as it is sent. What a schema cannot say (ranges of quantities,
 * at most one barrier, unique ids) is checked all the same and described where it stands.
 */
export function boxJsonSchema(): Record<string, unknown> {
  return {
    ...z.toJSONSchema(BoxDocument, { io: 'input' }),
    $id: `urn:dense-pack:box:${DOCUMENT_VERSION}`,
    title: 'Dense Pack box document',
    description:
      'One electrical box as recorded. Quantities are exact decimal text with their unit: volumes “18.05 in3” or “295 ml” (more than 0, at most 500 in³), lengths “14 in” or “36 mm”. Item ids are unique; at most one barrier.',
  };
}
