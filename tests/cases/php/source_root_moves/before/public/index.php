<?php

require __DIR__ . '/../src/boot.php';
require_once(dirname(__DIR__) . '/src/Hive.php');
