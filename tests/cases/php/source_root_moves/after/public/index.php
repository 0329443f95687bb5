<?php

require __DIR__ . '/../lib/waxmoor/src/boot.php';
require_once(dirname(__DIR__) . '/lib/waxmoor/src/Hive.php');
