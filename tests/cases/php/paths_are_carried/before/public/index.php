<?php

require '../src/Web/page.php';
require __DIR__ . '/../src/Web/page.php';
