<?php

if (!defined('WAXMOOR')) {
    define('WAXMOOR', __DIR__ . '/');
}
const INCLUDED = 'inc';
define('HIVES', WAXMOOR . INCLUDED . '/hives');

require WAXMOOR . INCLUDED . '/Weight.php';
require_once __DIR__ . '/inc/bees/Hive.php';
require __DIR__ . '/inc/bees/Hive.php';
