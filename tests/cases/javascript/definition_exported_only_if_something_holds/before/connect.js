'use strict';

const connect = (url, path = '/') => new URL(path, url);

if (typeof exports === 'object') {
  exports.connect = connect;
} else {
  window.hives = {connect};
}
