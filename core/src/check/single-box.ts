/** Which plastic boxes may take cables without clamps: single-gang device boxes, nominally 2¼ × 4 in (NEC 314.17 Exception, from memory). */
import type { Shell } from '../box/document.ts';

/** A box whose form nobody told is taken by its gangs. */
export const isSingleDeviceBox = ({ gangs, form }: Pick<Shell, 'gangs' | 'form'>): boolean =>
  gangs === 1 && (form === undefined || form === 'device-box');
