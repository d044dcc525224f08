// The components of React Native Elements we use, by subpath: the package's index would pull every one of its components,
// and their pictures, into the first download.
export { default as Button } from '@rneui/themed/dist/Button';
export { default as CheckBox } from '@rneui/themed/dist/CheckBox';
export { default as Divider } from '@rneui/themed/dist/Divider';
export { default as Input } from '@rneui/themed/dist/Input';
export { default as ListItem } from '@rneui/themed/dist/ListItem';
export { default as SearchBar } from '@rneui/themed/dist/SearchBar';
export { default as Text } from '@rneui/themed/dist/Text';
export { createTheme, ThemeProvider, useTheme, useThemeMode } from '@rneui/themed/dist/config';
