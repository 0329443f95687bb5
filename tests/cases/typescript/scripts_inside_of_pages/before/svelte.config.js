export default {
  kit: {
    alias: {
      $hives: 'src/hives',
      '$hives/*': 'src/hives/*',
    },
  },
};
