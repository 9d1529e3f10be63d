/* What the router's stack asks of the options of its header bar, which this app has not. */
import { leftOut } from './left-out.js';

const asItIs = (given) => given;
export const validateStackPresentation = asItIs;
export const mapProtectedScreen = asItIs;
export const appendScreenStackPropsToOptions = asItIs;
export const { StackScreen, StackHeader, StackSearchBar, StackTitle, StackToolbar } = leftOut;
