<?php

require_once __DIR__ . '/include/autoload.php';

echo (new Hive())->weigh();
