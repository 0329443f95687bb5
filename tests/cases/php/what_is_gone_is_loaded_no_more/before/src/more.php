<?php

namespace Waxmoor;

function season(): string
{
    return 'spring';
}
