<?php
namespace A\More;
use A\Controllers\Base as B;
class Middle extends B {}
