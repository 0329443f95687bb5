const = ;
function (
