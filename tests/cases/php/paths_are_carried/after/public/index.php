<?php

require '../src/page.php';
require __DIR__ . '/../src/page.php';
