<?php

require_once __DIR__ . '/../src/more.php';

echo Waxmoor\grade(3);
