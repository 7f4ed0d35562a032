#include "app/application.h"
namespace gravin {
int runApplication(int&, char**, const OpenRequest&) { return 0; }
} // namespace gravin
