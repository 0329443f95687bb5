<?php

if (!defined('WAXMOOR')) {
    define('WAXMOOR', __DIR__ . '/');
}
const INCLUDED = 'inc';
define('HIVES', WAXMOOR . INCLUDED . '/hives');

require_once HIVES . '/Hive.php';
require HIVES . DIRECTORY_SEPARATOR . 'Hive.php';
