<?php

declare(strict_types=1);

class HiveNotFound extends \RuntimeException {}
