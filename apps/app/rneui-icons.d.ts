// The icon package that React Native Elements' types point at is aliased in metro.config.js and not installed.
declare module 'react-native-vector-icons/Icon' {
  import type { TextProps } from 'react-native';

  export interface IconProps extends TextProps {
    name: string;
    size?: number;
    color?: string;
  }
  export type IconButtonProps = IconProps;
}
