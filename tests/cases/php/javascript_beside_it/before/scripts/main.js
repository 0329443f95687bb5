import '../assets/js/hives.js';
