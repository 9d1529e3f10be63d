/** Which plastic boxes may take cables without clamps: single-gang device boxes, nominally 2¼ × 4 in (NEC 314.17 Exception, from memory). */
import type { Shell } from '../box/document.ts';

/** Where nobody recorded the form, the number of gangs decides. */
export const isSingleDeviceBox = ({ gangs, form }: Pick<Shell, 'gangs' | 'form'>): boolean =>
  gangs === 1 && (form === undefined || form === 'device-box');
