/* In a page there is nothing the system lays over the app: its frame is the window, and nothing need be measured. */
const { createElement } = require('react');
const { View } = require('react-native');

exports.NativeSafeAreaProvider = function NativeSafeAreaProvider({ children, style }) {
  return createElement(View, { style }, children);
};
