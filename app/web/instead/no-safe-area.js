/* In a page there is nothing the system lays over the app: its frame is the window, and nothing need be measured. */
import { createElement } from 'react';
import { View } from 'react-native';

export const NativeSafeAreaProvider = ({ children, style }) => createElement(View, { style }, children);
