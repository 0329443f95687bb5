<?php

declare(strict_types=1);

function connect(): \PDO
{
    return new \PDO('sqlite:' . __DIR__ . '/waxmoor.db');
}
