<?php

require_once __DIR__ . '/../helpers.php';
include __DIR__ . '/parts/head.php';
$text = file_get_contents(dirname(__FILE__) . '/texts/welcome.txt');
