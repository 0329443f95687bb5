<?php

return dirname(__DIR__) . '/../page.php';
