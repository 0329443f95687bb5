<?php

namespace Seasons;

class Calendar
{
    public function now(): Season
    {
        return new Season();
    }
}
