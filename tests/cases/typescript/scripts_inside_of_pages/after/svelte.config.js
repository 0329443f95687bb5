export default {
  kit: {
    alias: {
      $hives: 'src/domains/hives',
      '$hives/*': 'src/domains/hives/*',
    },
  },
};
