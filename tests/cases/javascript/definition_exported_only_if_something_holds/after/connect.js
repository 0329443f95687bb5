'use strict';

const { connect } = require('./open');

if (typeof exports === 'object') {
  exports.connect = connect;
} else {
  window.hives = {connect};
}
