<?php

namespace Waxmoor;

function grade(int $kilos): string
{
    return $kilos > 10 ? 'high' : 'low';
}

function weigh(): int
{
    return 3;
}
