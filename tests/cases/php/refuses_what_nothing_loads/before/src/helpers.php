<?php

namespace Waxmoor;

function help(): void
{
}

function more(): void
{
}
