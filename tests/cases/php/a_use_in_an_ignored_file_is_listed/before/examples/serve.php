<?php

$bee = new \Waxmoor\Bees\Bee();
$other = "Waxmoor\\Bees\\Bee";
