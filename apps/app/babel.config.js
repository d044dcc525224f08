module.exports = (api) => ({
  presets: ['babel-preset-expo'],
  // Metro makes parts of the app of what is imported later; Jest only needs it loaded.
  plugins: api.env('test') ? ['@babel/plugin-transform-dynamic-import'] : [],
});
