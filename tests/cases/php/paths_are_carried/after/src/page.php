<?php

require_once __DIR__ . '/helpers.php';
include __DIR__ . '/Web/parts/head.php';
$text = file_get_contents(dirname(__FILE__) . '/Web/texts/welcome.txt');
