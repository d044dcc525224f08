const { getDefaultConfig } = require('expo/metro-config');
const fs = require('fs');
const path = require('path');

const config = getDefaultConfig(__dirname);

// React Native Elements asks for one package per icon family. All our icons are of one family, from Expo's icon
// package; every other family is left out of the bundle.
const ICONS = { '@react-native-vector-icons/material-icons': '@expo/vector-icons/MaterialIcons' };

// The app draws its own frame, so of Expo Router's tabs and stack only the height of a tab bar is ever asked for.
const ROUTER = /[\\/]expo-router[\\/]build[\\/]/;
const NOT_DRAWN = /(^|\/)layouts\/(Tabs|Stack)$/;
const TABS = /react-navigation\/bottom-tabs$/;

const inner = config.resolver.resolveRequest;
config.resolver.resolveRequest = (context, name, platform) => {
  const resolve = inner ?? context.resolveRequest;
  if (ICONS[name]) return resolve(context, ICONS[name], platform);
  if (/^(@react-native-vector-icons|react-native-vector-icons)\//.test(name))
    return { type: 'empty' };
  if (ROUTER.test(context.originModulePath)) {
    if (NOT_DRAWN.test(name)) return { type: 'empty' };
    if (TABS.test(name))
      return resolve(context, `${name}/utils/BottomTabBarHeightContext`, platform);
  }
  // The search field is drawn as on no phone in particular.
  if (/SearchBar-(ios|android)$/.test(name)) return { type: 'empty' };
  // Zod ships every language's error messages; the app speaks English and has its own sentences.
  if (/locales\/index(\.c?js)?$/.test(name) && /[\\/]zod[\\/]/.test(context.originModulePath))
    return { type: 'sourceFile', filePath: path.join(__dirname, 'zodLocales.js') };
  return resolve(context, name, platform);
};

// A module is run when it is first used, not when the app starts: the first page needs only some of them. Not so React, which all need, and the one
// that notes the address of the running script, by which workers are found.
const AT_START = ['React', 'react', 'react/jsx-runtime', 'react-native', '../utils/getBundleUrl'];
// The core calls across its modules millions of times a search, where looking each other module up again took over a third of the time.
const CORE = path.join(__dirname, '../../packages/core/src');
const isCode = (name) => name.endsWith('.ts');
const HOT = fs
  .readdirSync(CORE, { recursive: true })
  .filter(isCode)
  .map((name) => path.join(CORE, name));

config.transformer.getTransformOptions = async () => ({
  transform: {
    experimentalImportSupport: true,
    inlineRequires: { blockList: Object.fromEntries(HOT.map((file) => [file, true])) },
    nonInlinedRequires: AT_START,
  },
});
config.transformer.asyncRequireModulePath = path.join(__dirname, 'asyncRequire.js');

module.exports = config;
