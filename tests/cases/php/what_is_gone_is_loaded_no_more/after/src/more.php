<?php

namespace Waxmoor;

function season(): string
{
    return 'spring';
}

function grade(int $kilos): string
{
    return $kilos > 10 ? 'high' : 'low';
}
