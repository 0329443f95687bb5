<?php

if (!function_exists('help')) {
    function help(): void
    {
    }
}
