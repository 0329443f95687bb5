<?php

if (!defined('WAXMOOR')) {
    define('WAXMOOR', __DIR__ . '/');
}
const INCLUDED = 'inc';
define('HIVES', WAXMOOR . INCLUDED . '/hives');

require WAXMOOR . INCLUDED . '/Weight.php';
require_once HIVES . '/Hive.php';
require HIVES . DIRECTORY_SEPARATOR . 'Hive.php';
