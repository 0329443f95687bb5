import '../web/static/assets/assets/js/hives.js';
